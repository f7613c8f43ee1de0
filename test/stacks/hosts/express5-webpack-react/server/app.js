const path = require("path")
const express = require("express")
const tools = require("./tools")

const app = express()

app.use(express.json())
app.use("/api/tools", tools)
app.use(express.static(path.join(__dirname, "../public/build")))

app.use((req, res) => {
  res.status(404).send("There is nothing here.")
})

const port = process.env.PORT || 4000

app.listen(port, "127.0.0.1", () => {
  console.log("Tool shed on port " + port)
})
