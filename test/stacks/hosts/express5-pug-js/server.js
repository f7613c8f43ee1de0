const path = require("node:path");
const express = require("express");
const { inStock } = require("./lib/seeds");

const server = express();

server.set("view engine", "pug");
server.set("views", path.join(__dirname, "views"));
server.use(express.urlencoded({ extended: true }));

server.get("/", (req, res) => {
    res.render("seeds", { seeds: inStock() });
});

server.use((req, res) => {
    res.status(404).send("There is no such shelf.");
});

const port = process.env.PORT || 3000;
server.listen(port, "127.0.0.1", () => {
    console.log(`Seeds on port ${port}`);
});
