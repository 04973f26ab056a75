const { serve } = require("iron_stopwatch");

serve({
  read: (text) => text.split(/\s+/).filter((word) => word !== "").map(Number).slice(1),
  solve: (log) => {
    const seen = new Set();
    for (const buoy of log) seen.add(buoy);
    return seen.size;
  },
  write: (different) => `${different}\n`,
});
