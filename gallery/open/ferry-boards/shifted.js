function sentBack(tickets) {
  const line = [...tickets], order = [...tickets].sort((a, b) => a - b);
  let count = 0;
  for (const t of order) {
    while (line[0] !== t) {
      line.push(line.shift());
      count++;
    }
    line.shift();
  }
  return count;
}
