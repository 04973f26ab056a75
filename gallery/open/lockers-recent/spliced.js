function fetched(asked, k) {
  const open = [];
  let count = 0;
  for (const locker of asked) {
    const at = open.indexOf(locker);
    if (at >= 0) open.splice(at, 1);
    else if (++count > k) open.shift();
    open.push(locker);
  }
  return count;
}
