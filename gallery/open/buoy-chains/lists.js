function meet(hangs, a, b) {
  const chain = x => {
    const up = hangs[x] - 1;
    return up >= 0 && up < x ? [x].concat(chain(up)) : [x];
  };
  const one = chain(a).reverse(), other = chain(b).reverse();
  let deep = 0;
  while (deep < one.length && deep < other.length && one[deep] === other[deep]) deep++;
  return deep;
}
