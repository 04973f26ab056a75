const { serve } = require("iron_stopwatch");

function solve({ levels, k }) {
  return [...levels].sort((a, b) => a - b).slice(0, k).reduce((sum, one) => sum + one, 0);
}

serve({
  read: (text) => {
    const all = text.split(/\s+/).filter((word) => word).map(Number);
    return { levels: all.slice(2), k: all[1] };
  },
  solve,
  write: String,
});
