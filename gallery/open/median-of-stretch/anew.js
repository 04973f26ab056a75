function middles(levels, k) {
  let total = 0;
  for (let i = 0; i + k <= levels.length; i++) {
    const stretch = levels.slice(i, i + k).sort((a, b) => a - b);
    total += stretch[k >> 1];
  }
  return total;
}
