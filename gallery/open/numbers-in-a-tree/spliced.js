function asked(numbers) {
  const kept = [];
  let lowest = 0;
  for (const one of numbers) {
    let low = 0, high = kept.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (kept[middle] < one) low = middle + 1;
      else high = middle;
    }
    if (low === 0) lowest++;
    kept.splice(low, 0, one);
  }
  return lowest + kept[kept.length >> 1];
}
