function groups(names) {
  const leaders = [];
  for (const name of names) {
    const own = name.split("").sort().join("");
    if (!leaders.includes(own)) leaders.push(own);
  }
  return leaders.length;
}
