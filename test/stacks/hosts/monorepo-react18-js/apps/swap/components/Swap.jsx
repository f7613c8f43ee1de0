import React from 'react'
import { seeds } from 'seeds'

export function Swap() {
  return (
    <main>
      <h1>Seed swap</h1>
      {seeds.map(name => (
        <p key={name}>{name}</p>
      ))}
    </main>
  )
}
