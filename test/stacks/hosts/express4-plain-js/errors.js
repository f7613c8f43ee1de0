"use strict";

function notFound(req, res) {
  res.status(404).json({ error: "There is no such tool." });
}

function onError(error, req, res, next) {
  if (res.headersSent) return next(error);
  res.status(500).json({ error: "The shed is closed." });
}

module.exports = { notFound, onError };
