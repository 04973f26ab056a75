const { serve } = require("iron_stopwatch");

function solve(flags) {
  const counts = new Map();
  for (const flag of flags) counts.set(flag, (counts.get(flag) || 0) + 1);
  for (const [flag, count] of counts) if (2 * count > flags.length) return flag;
  return -1;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve,
  write: String,
});
