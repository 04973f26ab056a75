function tour(far) {
  const n = far.length;
  const seen = new Array(n).fill(false);
  function on(at, left) {
    if (left === 0) return far[at][0];
    let least = Infinity;
    for (let to = 1; to < n; to++) {
      if (seen[to]) continue;
      seen[to] = true;
      least = Math.min(least, far[at][to] + on(to, left - 1));
      seen[to] = false;
    }
    return least;
  }
  return on(0, n - 1);
}
