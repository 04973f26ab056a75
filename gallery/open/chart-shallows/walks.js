function shallows(depths, asked) {
  let total = 0;
  for (const [a, b] of asked) {
    let low = depths[a];
    for (let i = a; i <= b; i++) if (depths[i] < low) low = depths[i];
    total += low;
  }
  return total;
}
