const { serve } = require("iron_stopwatch");

serve({
  read: (text) => text.trim().split(/\s+/).map(Number),
  solve: (numbers) => {
    const on = new Set();
    for (let i = 1; i < numbers.length; i += 2) {
      const from = Math.floor(numbers[i] / 50);
      const to = Math.ceil(numbers[i + 1] / 50);
      on.add(from);
      on.add(to);
    }
    const ends = [];
    for (let i = 1; i < numbers.length; i += 2) ends.push([numbers[i], numbers[i + 1]]);
    ends.sort((a, b) => a[0] - b[0]);
    let hours = 0;
    let end = -1;
    for (const [from, to] of ends) {
      if (to <= end) continue;
      hours += to - Math.max(from, end);
      end = to;
    }
    return hours;
  },
  write: String,
});
