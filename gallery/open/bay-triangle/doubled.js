function row_sum(n) {
  let sum = 1;
  for (let i = 0; i < n; i++) sum = (sum * 2) % 1000000000;
  return sum;
}
