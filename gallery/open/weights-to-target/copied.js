function ways(weights, t) {
  let made = new Array(t + 1).fill(0);
  made[0] = 1;
  for (const w of weights) {
    const next = [...made];
    for (let s = w; s <= t; s++) next[s] = (made[s] + made[s - w]) % 1000007;
    made = next;
  }
  return made[t];
}
