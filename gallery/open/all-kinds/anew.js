function shortest(kinds, k) {
  let best = 0;
  for (let from = 0; from < kinds.length; from++) {
    const seen = new Set();
    for (let to = from; to < kinds.length; to++) {
      seen.add(kinds[to]);
      if (seen.size === k) {
        if (best === 0 || to - from + 1 < best) best = to - from + 1;
        break;
      }
    }
  }
  return best;
}
