import React from 'react'
import ReactDOM from 'react-dom/client'
import { Swap } from './components/Swap.jsx'

const root = ReactDOM.createRoot(document.getElementById('root'))
root.render(
  <React.StrictMode>
    <Swap />
  </React.StrictMode>
)
