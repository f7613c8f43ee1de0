import React from 'react'

const keys = ['Gate', 'Shed']

export function Keys() {
  return (
    <ul>
      {keys.map((key) => (
        <li key={key}>{key}</li>
      ))}
    </ul>
  )
}
