const { serve } = require("iron_stopwatch");

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).slice(1),
  solve: (words) => {
    const parts = [];
    for (let i = words.length - 1; i >= 0; --i) {
      parts.push(words[i]);
    }
    const text = parts.join(" ") + " ";
    return text.lastIndexOf("7");
  },
  write: String,
});
