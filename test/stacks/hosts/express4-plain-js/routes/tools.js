"use strict";

const { Router } = require("express");

const router = Router();
const lent = new Map([["spade", 3]]);

router.get("/:name", (req, res) => {
  res.json({ name: req.params.name, lent: lent.get(req.params.name) ?? 0 });
});

module.exports = router;
