"use strict";

const bodyParser = require("body-parser");
const express = require("express");
const morgan = require("morgan");
const { notFound, onError } = require("./errors");

const app = express();

app.use(morgan("tiny"));
app.use(bodyParser.json());
app.use("/tools", require("./routes/tools"));
app.use(notFound);
app.use(onError);

module.exports = app;
