function triples(tides, d) {
  let count = 0;
  tides.forEach((t, j) => {
    const low = tides.slice(0, j).filter((x) => x === t - d).length;
    const high = tides.slice(j + 1).filter((x) => x === t + d).length;
    count += low * high;
  });
  return count;
}
