function coiled(knots) {
  if (knots.length < 2) return knots;
  const half = knots.length >> 1;
  return coiled(knots.slice(half)).concat(coiled(knots.slice(0, half)));
}
