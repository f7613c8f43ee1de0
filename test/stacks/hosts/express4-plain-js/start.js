"use strict";

const http = require("node:http");
const app = require("./app");

http.createServer(app).listen(process.env.PORT || 3000, "127.0.0.1");
