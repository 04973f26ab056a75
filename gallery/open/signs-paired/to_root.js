function pairs(n) {
  let count = 0, root = 0;
  for (let a = 1; a * a <= n; a++) {
    count += Math.floor(n / a);
    root = a;
  }
  return 2 * count - root * root;
}
