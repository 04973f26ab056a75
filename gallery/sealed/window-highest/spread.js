const { serve } = require("iron_stopwatch");

function solve({ levels, k }) {
  let total = 0;
  for (let i = 0; i + k <= levels.length; ++i) {
    let top = levels[i];
    for (let j = i + 1; j < i + k; ++j) if (levels[j] > top) top = levels[j];
    total += top;
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
