const { serve } = require("iron_stopwatch");

function solve(levels) {
  let found = 0;
  for (let asked = 0; asked < 16; ++asked) {
    found += levels.includes(asked * 62500000) ? 1 : 0;
  }
  return found;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve,
  write: String,
});
