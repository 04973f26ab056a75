function lit(lamps) {
  let count = 0;
  while ((count + 1) * (count + 1) <= lamps) count++;
  return count;
}
