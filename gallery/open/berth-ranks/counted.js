function ranks(draughts, v) {
  const counts = new Int32Array(v + 1);
  return draughts.map((d) => {
    let less = 0;
    for (let i = 1; i < d; i++) less += counts[i];
    counts[d]++;
    return less;
  });
}
