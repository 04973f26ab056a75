function groups(names) {
  const keys = names.map(name => [...name].sort().join(''));
  let count = 0;
  for (let i = 0; i < keys.length; i++)
    if (keys.indexOf(keys[i]) === i) count++;
  return count;
}
