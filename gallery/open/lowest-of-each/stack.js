function sum(levels) {
  const MOD = 1000000007n;
  const open = [];
  let total = 0n, here = 0;
  for (let i = 0; i < levels.length; i++) {
    while (open.length && levels[open[open.length - 1]] >= levels[i]) {
      const j = open.pop();
      const before = open.length ? open[open.length - 1] : -1;
      here -= levels[j] * (j - before);
    }
    const before = open.length ? open[open.length - 1] : -1;
    here += levels[i] * (i - before);
    open.push(i);
    total = (total + BigInt(here)) % MOD;
  }
  return Number(total);
}
