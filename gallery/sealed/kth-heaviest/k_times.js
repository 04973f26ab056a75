const { serve } = require("iron_stopwatch");

function solve({ levels, k }) {
  const taken = new Set();
  let top = -1;
  for (let turn = 0; turn < k; ++turn) {
    top = -1;
    for (let i = 0; i < levels.length; ++i) if (!taken.has(i) && (top < 0 || levels[i] > levels[top])) top = i;
    taken.add(top);
  }
  return levels[top];
}

serve({
  read: (text) => {
    const all = text.split(/\s+/).filter((word) => word).map(Number);
    return { levels: all.slice(2), k: all[1] };
  },
  solve,
  write: String,
});
