import React from 'react'
import ReactDOM from 'react-dom'
import { Keys } from './Keys'
import './keys.css'

ReactDOM.render(<Keys />, document.getElementById('root'))
