'use strict'

var path = require('path')

function PlotNumbers (folder) {
  if (!(this instanceof PlotNumbers)) return new PlotNumbers(folder)
  this.file = path.join(folder, 'plots.json')
}

PlotNumbers.prototype.next = function (taken) {
  var number = 1
  while (taken.indexOf(number) !== -1) number++
  return number
}

module.exports = PlotNumbers
