function busy(trips) {
  const events = [];
  for (const [a, b] of trips) events.push([a, 1], [b, -1]);
  events.sort((x, y) => x[0] - y[0] || y[1] - x[1]);
  let out = 0, since = 0, total = 0;
  for (const [at, change] of events) {
    if (out === 0) since = at;
    out += change;
    if (out === 0) total += at - since;
  }
  return total;
}
