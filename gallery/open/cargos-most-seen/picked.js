function most(cargos, k) {
  const seen = new Map();
  for (const c of cargos) seen.set(c, (seen.get(c) || 0) + 1);
  const out = [];
  while (out.length < k && seen.size) {
    let best = null;
    for (const [c, times] of seen)
      if (best === null || times > seen.get(best) || (times === seen.get(best) && c < best)) best = c;
    out.push(best);
    seen.delete(best);
  }
  return out;
}
