var express = require('express');
var router = express.Router();

router.get('/', function (req, res) {
  res.render('index', { title: 'Plot office', free: [3, 14] });
});

module.exports = router;
