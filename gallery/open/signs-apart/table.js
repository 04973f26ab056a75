const { serve } = require("iron_stopwatch");

function solve([first, second]) {
  const table = [];
  for (let i = 0; i <= first.length; ++i) {
    table.push(new Array(second.length + 1).fill(0));
    for (let j = 0; j <= second.length; ++j) {
      if (i === 0 || j === 0) {
        table[i][j] = i + j;
      } else {
        const change = first[i - 1] === second[j - 1] ? 0 : 1;
        table[i][j] = Math.min(table[i - 1][j] + 1, table[i][j - 1] + 1, table[i - 1][j - 1] + change);
      }
    }
  }
  return table[first.length][second.length];
}

serve({
  read: (text) => text.trim().split(/\s+/),
  solve,
  write: String,
});
