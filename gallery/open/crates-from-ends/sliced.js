function ahead(crates) {
  const known = new Map();
  function best(row) {
    if (row.length === 1) return row[0];
    const key = row.join();
    if (!known.has(key)) {
      known.set(key, Math.max(row[0] - best(row.slice(1)), row[row.length - 1] - best(row.slice(0, -1))));
    }
    return known.get(key);
  }
  return best(crates);
}
