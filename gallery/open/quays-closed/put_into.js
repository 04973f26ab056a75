function closed(stretches) {
  let kept = [];
  for (let [a, b] of stretches) {
    const rest = [];
    for (const [c, d] of kept) {
      if (d < a || c > b) rest.push([c, d]);
      else { a = Math.min(a, c); b = Math.max(b, d); }
    }
    rest.push([a, b]);
    kept = rest;
  }
  return kept.reduce((sum, [a, b]) => sum + b - a, 0);
}
