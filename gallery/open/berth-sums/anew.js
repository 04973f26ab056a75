function asked(levels, orders) {
  const now = levels.slice();
  let sums = null, total = 0;
  for (const [kind, at, by] of orders) {
    if (kind === 0) {
      now[at] += by;
      sums = null;
      continue;
    }
    if (!sums) {
      sums = [0];
      for (const one of now) sums.push(sums[sums.length - 1] + one);
    }
    total += sums[at] + by;
  }
  return total;
}
