function ahead(masts) {
  const out = new Array(masts.length).fill(0);
  for (let i = masts.length - 2; i >= 0; i--) {
    let j = i + 1;
    while (j < masts.length && masts[j] <= masts[i]) j = out[j] ? j + out[j] : masts.length;
    out[i] = j < masts.length ? j - i : 0;
  }
  return out;
}
