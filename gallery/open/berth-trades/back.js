function gain(prices, k) {
  const n = prices.length;
  let last = new Array(n).fill(0);
  for (let t = 1; t <= k; t++) {
    const next = new Array(n).fill(0);
    for (let day = 1; day < n; day++) {
      next[day] = next[day - 1];
      for (let bought = 0; bought < day; bought++)
        next[day] = Math.max(next[day], prices[day] - prices[bought] + last[bought]);
    }
    last = next;
  }
  return last[n - 1];
}
