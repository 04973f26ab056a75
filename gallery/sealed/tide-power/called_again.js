const { serve } = require("iron_stopwatch");

const small = 1000000007n;

function power(base, n) {
  return n === 0 ? 1n : (power(base, n - 1) * base) % small;
}

function solve([n, base]) {
  let all = 1n;
  for (let left = n; left > 0; left -= 1000) all = (all * power(BigInt(base), Math.min(left, 1000))) % small;
  return all;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number),
  solve,
  write: String,
});
