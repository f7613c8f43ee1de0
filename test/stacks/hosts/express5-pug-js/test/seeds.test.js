const assert = require("node:assert/strict");
const test = require("node:test");
const { inStock } = require("../lib/seeds");

test("what is used up is not offered", () => {
    assert.ok(inStock().every(seed => seed.packets > 0));
});
