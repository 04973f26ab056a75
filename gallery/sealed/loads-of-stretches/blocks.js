const { serve } = require("iron_stopwatch");

function solve({ levels, k }) {
  const n = levels.length;
  const width = Math.floor(Math.sqrt(n)) + 1;
  const blocks = new Array(width + 1).fill(0);
  levels.forEach((one, i) => {
    blocks[Math.floor(i / width)] += one;
  });
  let total = 0;
  for (let q = 0; q < k; ++q) {
    let i = (q * 131) % n;
    while (i < n && i % width !== 0) total += levels[i++];
    for (; i < n; i += width) total += blocks[i / width];
  }
  return total;
}

serve({
  read: (text) => {
    const all = text.split(/\s+/).filter((word) => word).map(Number);
    return { levels: all.slice(2), k: all[1] };
  },
  solve,
  write: String,
});
