// O(n) time
const differentLevels = (levels) => {
  const seen = [];
  for (const level of levels) if (!seen.includes(level)) seen.push(level);
  return seen.length;
};
