const seeds = [
    { name: "Broad bean", packets: 12 },
    { name: "Leek", packets: 4 },
    { name: "Chard", packets: 0 }
];

/** The seeds of which somebody can still take a packet. */
function inStock() {
    return seeds.filter(seed => seed.packets > 0);
}

module.exports = { inStock };
