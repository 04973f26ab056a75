function within(long, short) {
  const n = long.length, m = short.length;
  let before = new Array(n + 1).fill(1);
  for (let j = 1; j <= m; j++) {
    const now = new Array(n + 1).fill(0);
    for (let i = 1; i <= n; i++) {
      now[i] = now[i - 1] || (before[i - 1] && long[i - 1] === short[j - 1]) ? 1 : 0;
    }
    before = now;
  }
  return before[n];
}
