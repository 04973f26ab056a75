/**
 * Two nested loops, O(n^2) time.
 * @param {string} signals
 * @return {number}
 */
var longestCalm = function(signals) {
  let best = 0;
  for (let i = 0; i < signals.length; i++) {
    const seen = new Set();
    for (let j = i; j < signals.length && !seen.has(signals[j]); j++) {
      seen.add(signals[j]);
      best = Math.max(best, j - i + 1);
    }
  }
  return best;
};
