function longest(names) {
  const seen = new Set();
  let best = 0;
  for (const name of names) {
    for (let i = 1; i <= name.length; i++) {
      const start = name.substring(0, i);
      if (seen.has(start)) best = Math.max(best, i);
      else seen.add(start);
    }
  }
  return best;
}
