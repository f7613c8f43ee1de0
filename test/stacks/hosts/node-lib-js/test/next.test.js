'use strict'

var assert = require('node:assert')
var test = require('node:test')
var PlotNumbers = require('..')

test('the first free number', function () {
  assert.strictEqual(new PlotNumbers('.').next([1, 2, 4]), 3)
})
