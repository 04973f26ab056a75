function mark(b, n) {
  let out = 1;
  for (let i = 0; i < n; i++) out = (out * b) % 1000000007;
  return out;
}
