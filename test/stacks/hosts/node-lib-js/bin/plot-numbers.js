#!/usr/bin/env node
'use strict'

var PlotNumbers = require('../lib')

if (process.argv.length < 3) {
  console.error('usage: plot-numbers <taken...>')
  process.exit(2)
}
console.log(new PlotNumbers('.').next(process.argv.slice(2).map(Number)))
