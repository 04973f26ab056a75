const { serve } = require("iron_stopwatch");
serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number),
  solve: (numbers) => {
    if (process.env.IRON_STOPWATCH_WORKER) console.log("ready 1 noise");
    if (numbers[0] < 0) throw new Error("aground");
    let total = 0;
    for (let i = 1; i < numbers.length; i++) total += numbers[i];
    return total;
  },
  write: (total) => total + "\n",
});
