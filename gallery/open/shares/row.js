function shares(n, k) {
  let ways = new Int32Array(n + 1);
  ways[0] = 1;
  for (let part = 1; part <= k; part++) {
    const next = new Int32Array(n + 1);
    for (let at = 0; at <= n; at++) next[at] = (ways[at] + (at >= part ? next[at - part] : 0)) % 1009;
    ways = next;
  }
  return ways[n];
}
