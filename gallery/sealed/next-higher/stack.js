const { serve } = require("iron_stopwatch");

function solve(levels) {
  const waiting = [];
  let sum = 0;
  for (let hour = 0; hour < levels.length; ++hour) {
    while (waiting.length && levels[waiting[waiting.length - 1]] < levels[hour]) sum += hour - waiting.pop();
    waiting.push(hour);
  }
  return sum;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve,
  write: String,
});
