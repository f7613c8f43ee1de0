"use strict";

const assert = require("node:assert/strict");
const app = require("../app");

describe("the tool desk", function () {
  it("is an app that takes requests", function () {
    assert.equal(typeof app, "function");
  });
});
