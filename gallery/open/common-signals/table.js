const { serve } = require("iron_stopwatch");

function solve([first, second]) {
  const best = [new Array(second.length + 1).fill(0)];
  for (const one of first) {
    const before = best[best.length - 1];
    const now = [0];
    for (let j = 0; j < second.length; ++j) {
      now.push(one === second[j] ? before[j] + 1 : Math.max(before[j + 1], now[j]));
    }
    best.push(now);
  }
  return best[best.length - 1][second.length];
}

serve({
  read: (text) => text.trim().split(/\s+/),
  solve,
  write: String,
});
