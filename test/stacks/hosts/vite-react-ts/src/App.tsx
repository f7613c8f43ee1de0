import { useState } from "react";
import { Applicant } from "./Applicant.tsx";

export default function App() {
  const [names, setNames] = useState(["Bed one", "Bed two"]);
  return (
    <main>
      <h1>Waiting list</h1>
      {names.map((name) => (
        <Applicant key={name} name={name} />
      ))}
      <button onClick={() => setNames([...names, `Bed ${names.length + 1}`])}>Add</button>
    </main>
  );
}
