const { serve } = require("iron_stopwatch");

function solve(text) {
  let best = 0;
  for (let from = 0; from < text.length; ++from) {
    const seen = new Set();
    let to = from;
    while (to < text.length && !seen.has(text[to])) {
      seen.add(text[to]);
      to += 1;
    }
    best = Math.max(best, to - from);
  }
  return best;
}

serve({
  read: (text) => text.trim(),
  solve,
  write: String,
});
