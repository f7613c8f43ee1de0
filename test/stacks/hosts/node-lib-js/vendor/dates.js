/* A file of somebody else, kept as it came. */
(function(g){with(g){g.dates={}}})(this)
