const { serve } = require("iron_stopwatch");

function solve({ levels, k }) {
  const used = new Map();
  let missing = 0;
  for (const key of levels) {
    if (used.delete(key)) {
      used.set(key, true);
      continue;
    }
    ++missing;
    if (used.size === k) used.delete(used.keys().next().value);
    used.set(key, true);
  }
  return missing;
}

serve({
  read: (text) => {
    const all = text.split(/\s+/).filter((word) => word).map(Number);
    return { levels: all.slice(2), k: all[1] };
  },
  solve,
  write: String,
});
