const { serve } = require("iron_stopwatch");

function place(levels, depth, from, to) {
  if (from === to) return from;
  const middle = (from + to) >> 1;
  return levels[middle] < depth ? place(levels, depth, middle + 1, to) : place(levels, depth, from, middle);
}

function solve({ levels, k }) {
  let total = 0;
  for (let i = 0; i < k; ++i) total += place(levels, levels[(i * 7919) % levels.length] + 1, 0, levels.length);
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
