const express = require("express")

const router = express.Router()

router.get("/", (req, res) => {
  res.json(["spade", "hoe", "mower"])
})

module.exports = router
