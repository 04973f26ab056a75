const { serve } = require("iron_stopwatch");

function solve(task) {
  const posts = task.slice(2).map((x) => ({ x, y: task[0] ? x * x : (x * 7919) % 100003 }));
  let first = 0;
  posts.forEach((post, i) => {
    if (post.x < posts[first].x) first = i;
  });
  let corners = 0, here = first;
  do {
    ++corners;
    let next = here === 0 ? 1 : 0;
    for (let i = 0; i < posts.length; ++i) {
      if (i === here) continue;
      const a = posts[here], b = posts[next], c = posts[i];
      const turn = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
      const far = (p) => (p.x - a.x) ** 2 + (p.y - a.y) ** 2;
      if (turn < 0 || (turn === 0 && far(c) > far(b))) next = i;
    }
    here = next;
  } while (here !== first);
  return corners;
}

serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number),
  solve,
  write: String,
});
