function puddles(planks) {
  let total = 0;
  for (let i = 0; i < planks.length; i++) {
    const left = Math.max(...planks.slice(0, i + 1).slice(-1), highest(planks, 0, i));
    const right = highest(planks, i, planks.length - 1);
    total += Math.min(left, right) - planks[i];
  }
  return total;
}
function highest(planks, from, to) {
  let best = 0;
  for (let i = from; i <= to; i++) if (planks[i] > best) best = planks[i];
  return best;
}
