function shapes(n) {
  if (n === 0) return 1;
  let ways = 0;
  for (let left = 0; left < n; left++) {
    ways += (shapes(left) * shapes(n - 1 - left)) % 1000000007;
  }
  return ways % 1000000007;
}
