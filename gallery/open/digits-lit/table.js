function digits(n) {
  const of = new Int32Array(n + 1);
  let sum = 0;
  for (let i = 1; i <= n; i++) {
    of[i] = of[Math.floor(i / 10)] + (i % 10);
    sum += of[i];
  }
  return sum;
}
