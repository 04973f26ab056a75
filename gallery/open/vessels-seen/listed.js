const { serve } = require("iron_stopwatch");

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve: (numbers) => {
    const seen = [];
    for (const number of numbers) {
      if (!seen.includes(number)) {
        seen.push(number);
      }
    }
    return seen.length;
  },
  write: String,
});
