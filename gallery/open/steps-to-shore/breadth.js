function hops(stones) {
  const n = stones.length;
  const seen = new Uint8Array(n);
  let front = [0];
  seen[0] = 1;
  let count = 0;
  while (front.length > 0) {
    if (front.includes(n - 1)) return count;
    const next = [];
    while (front.length > 0) {
      const i = front.shift();
      for (let j = i + 1; j <= i + stones[i] && j < n; j++) {
        if (seen[j]) continue;
        seen[j] = 1;
        next.push(j);
      }
    }
    front = next;
    count++;
  }
  return -1;
}
