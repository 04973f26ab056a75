const { serve } = require("iron_stopwatch");

function solve([n]) {
  const ways = new Array(1 << n).fill(0);
  ways[0] = 1;
  for (let set = 1; set < 1 << n; ++set) {
    let seat = -1;
    for (let i = 0; i < n; ++i) if (set & (1 << i)) ++seat;
    for (let i = 0; i < n; ++i) if (set & (1 << i) && i !== seat) ways[set] += ways[set ^ (1 << i)];
  }
  return ways[(1 << n) - 1];
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number),
  solve,
  write: String,
});
