function once(marks) {
  let out = [];
  for (const m of marks)
    if (!out.includes(m)) out = out.concat([m]);
  return out;
}
