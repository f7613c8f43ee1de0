import * as React from "react";

const days = ["Second Saturday in March", "First Saturday in October"];

export default function Days() {
  return (
    <main>
      <h1>Work days</h1>
      {days.map((day) => (
        <p key={day}>{day}</p>
      ))}
    </main>
  );
}
