function ordered(dates) {
  let list = dates.slice();
  for (let place = 1; place <= 1e6; place *= 10) {
    const piles = Array.from({ length: 10 }, () => []);
    for (const d of list) piles[Math.floor(d / place) % 10].push(d);
    list = [].concat(...piles);
  }
  return list;
}
