const words = require("fs").readFileSync(0, "utf8").split(/\s+/).filter((w) => w);
const keys = words.slice(1).map(Number);

console.log(depthAll(keys));

function depthAll(all) {
  const left = new Map(), right = new Map();
  let deepest = 1;
  for (const key of all.slice(1)) {
    let at = all[0], d = 1;
    for (;;) {
      const side = key < at ? left : right;
      d++;
      if (!side.has(at)) {
        side.set(at, key);
        break;
      }
      at = side.get(at);
    }
    deepest = Math.max(deepest, d);
  }
  return deepest;
}
