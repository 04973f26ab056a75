function digits(a, b) {
  const c = new Array(a.length + b.length).fill(0);
  a.forEach((x, i) => b.forEach((y, j) => (c[i + j] += x * y)));
  let sum = 0, carry = 0;
  for (const d of c) {
    carry += d;
    sum += carry % 10;
    carry = Math.floor(carry / 10);
  }
  return sum;
}
