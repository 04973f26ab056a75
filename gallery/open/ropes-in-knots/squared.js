const n = Number(require("fs").readFileSync(0, "utf8"));
const P = 1000000007n;

function times(a, b) {
  const out = [];
  for (let i = 0; i < 3; i++) {
    out.push([]);
    for (let j = 0; j < 3; j++) {
      let sum = 0n;
      for (let k = 0; k < 3; k++) sum += a[i][k] * b[k][j];
      out[i].push(sum % P);
    }
  }
  return out;
}

let power = [[1n, 0n, 0n], [0n, 1n, 0n], [0n, 0n, 1n]];
let base = [[1n, 1n, 1n], [1n, 0n, 0n], [0n, 0n, 1n]];
for (let e = n - 1; e > 0; e = Math.floor(e / 2)) {
  if (e % 2 === 1) power = times(power, base);
  base = times(base, base);
}
console.log(String((power[0][0] + power[0][1] + power[0][2]) % P));
