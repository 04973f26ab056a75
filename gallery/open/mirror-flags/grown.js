function mirrored(signal) {
  let best = 0;
  const same = s => s === s.split('').reverse().join('');
  for (let end = 1; end <= signal.length; end++)
    for (const len of [best + 2, best + 1])
      if (len <= end && same(signal.substring(end - len, end))) { best = len; break; }
  return best;
}
