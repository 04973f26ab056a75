const { serve } = require("iron_stopwatch");

function solve(text) {
  const parts = [];
  let from = 0;
  for (let i = 1; i <= text.length; ++i)
    if (i === text.length || text[i] !== text[from]) {
      parts.push(text[from] + String(i - from));
      from = i;
    }
  return parts.join("").length;
}

serve({
  read: (text) => text.split(/\s+/)[1],
  solve,
  write: String,
});
