const { serve } = require("iron_stopwatch");

function solve([n]) {
  const digits = [1];
  for (let by = 2; by <= n; ++by) {
    let carry = 0;
    for (let i = 0; i < digits.length; ++i) {
      carry += digits[i] * by;
      digits[i] = carry % 10;
      carry = Math.floor(carry / 10);
    }
    for (; carry > 0; carry = Math.floor(carry / 10)) digits.push(carry % 10);
  }
  return digits.reduce((sum, digit) => sum + digit, 0);
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number),
  solve,
  write: String,
});
