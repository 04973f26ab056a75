function swaps(barges) {
  let total = 0;
  barges.forEach((b, i) => {
    total += barges.slice(0, i).filter((x) => x > b).length;
  });
  return total;
}
