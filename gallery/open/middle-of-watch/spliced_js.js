const { serve } = require("iron_stopwatch");

function place(watch, level) {
  let from = 0, to = watch.length;
  while (from < to) {
    const middle = (from + to) >> 1;
    if (watch[middle] < level) from = middle + 1;
    else to = middle;
  }
  return from;
}

function solve({ levels, k }) {
  const watch = [];
  let total = 0;
  for (let i = 0; i < levels.length; ++i) {
    watch.splice(place(watch, levels[i]), 0, levels[i]);
    if (i >= k) watch.splice(place(watch, levels[i - k]), 1);
    if (i >= k - 1) total += watch[(k - 1) >> 1];
  }
  return total;
}

serve({
  read: (text) => {
    const all = text.split(/\s+/).filter((word) => word).map(Number);
    return { levels: all.slice(2), k: all[1] };
  },
  solve,
  write: String,
});
