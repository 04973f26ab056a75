const { serve } = require("iron_stopwatch");

function sorted(levels) {
  if (levels.length < 2) return { row: levels, pairs: 0 };
  const middle = levels.length >> 1;
  const a = sorted(levels.slice(0, middle));
  const b = sorted(levels.slice(middle));
  const row = [];
  let pairs = a.pairs + b.pairs;
  let i = 0;
  let j = 0;
  while (i < a.row.length || j < b.row.length) {
    if (j === b.row.length || (i < a.row.length && a.row[i] <= b.row[j])) row.push(a.row[i++]);
    else {
      pairs += a.row.length - i;
      row.push(b.row[j++]);
    }
  }
  return { row, pairs };
}

function solve(levels) {
  return sorted(levels).pairs;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve,
  write: String,
});
