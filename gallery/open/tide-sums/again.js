const { serve } = require("iron_stopwatch");

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve: (levels) => {
    let even = 0;
    for (let hour = 1; hour <= levels.length; ++hour) {
      const sum = levels.slice(0, hour).reduce((all, one) => all + one, 0);
      if (sum % 2 === 0) {
        even += 1;
      }
    }
    return even;
  },
  write: String,
});
