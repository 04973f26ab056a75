function parts(signal) {
  const n = signal.length;
  let count = 0;
  for (let i = 0; i < n; i++) {
    let longest = 0;
    for (let j = 0; j < i; j++) {
      let same = 0;
      while (i + same < n && signal[i + same] === signal[j + same]) same++;
      if (same > longest) longest = same;
    }
    count += n - i - longest;
  }
  return count;
}
