function matched(crews, boats) {
  const n = crews.length;
  const rank = boats.map((row) => {
    const places = [];
    row.forEach((c, i) => (places[c - 1] = i));
    return places;
  });
  const of = new Array(n).fill(-1), next = new Array(n).fill(0);
  for (let c = 0; c < n; c++) {
    let now = c;
    while (now !== -1) {
      const b = crews[now][next[now]++] - 1;
      if (of[b] === -1 || rank[b][now] < rank[b][of[b]]) [now, of[b]] = [of[b], now];
    }
  }
  return of.reduce((sum, c, b) => sum + b * c, 0);
}
