const { serve } = require("iron_stopwatch");

function solve(task) {
  const hours = new Int32Array(1003000);
  for (let i = 1; i + 1 < task.length; i += 2) {
    hours[task[i]] += 1;
    hours[task[i + 1]] -= 1;
  }
  let now = 0;
  let most = 0;
  for (const change of hours) {
    now += change;
    if (now > most) most = now;
  }
  return most;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number),
  solve,
  write: String,
});
