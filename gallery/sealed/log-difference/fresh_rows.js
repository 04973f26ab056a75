const { serve } = require("iron_stopwatch");

function solve([a, b]) {
  let above = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 0; i < a.length; ++i) {
    const row = [i + 1];
    for (let j = 0; j < b.length; ++j)
      row.push(Math.min(above[j + 1] + 1, row[j] + 1, above[j] + (a[i] === b[j] ? 0 : 1)));
    above = row;
  }
  return above[b.length];
}

serve({
  read: (text) => text.split(/\s+/).slice(2, 4),
  solve,
  write: String,
});
