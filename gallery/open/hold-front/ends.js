function largest(heights) {
  const n = heights.length;
  const left = new Array(n), right = new Array(n);
  for (let i = 0; i < n; i++) {
    let p = i - 1;
    while (p >= 0 && heights[p] >= heights[i]) p = left[p];
    left[i] = p;
  }
  let best = 0;
  for (let i = n - 1; i >= 0; i--) {
    let p = i + 1;
    while (p < n && heights[p] >= heights[i]) p = right[p];
    right[i] = p;
    best = Math.max(best, heights[i] * (right[i] - left[i] - 1));
  }
  return best;
}
