const highestRun = (levels, hours) => {
  const sums = [0];
  for (const level of levels) sums.push(sums[sums.length - 1] + level);
  let best = -Infinity;
  for (let end = hours; end < sums.length; ++end) best = Math.max(best, sums[end] - sums[end - hours]);
  return best;
};
