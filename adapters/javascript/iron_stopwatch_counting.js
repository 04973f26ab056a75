// Counts the steps of a JavaScript solution by line: how often the engine entered a line's block, and the work that
// built-in methods, copies and long comparisons do in one go. The tool loads it before the solution
// (node --expose-internals --require), and sources are rewritten as they are loaded, so that such work is known by the
// line that asks for it. The unit is a step for 16 bytes of an array's or a text's elements, and one an element where
// each is hashed or compared. Of a whole program the steps are written when it ends.
"use strict";
const fs = require("fs");
const path = require("path");
const { isOurs, treeOf, partsOf, changed, whenCompiled } = require("./iron_stopwatch_sources.js");

// It has to be on before the solution's functions are first compiled.
const session = new (require("inspector").Session)();
session.connect();
session.post("Profiler.enable");
session.post("Profiler.startPreciseCoverage", { callCount: true, detailed: true });

// Sources that were counted, by where they come from: the text that was run, and where each of its lines begins.
const sources = new Map();
function keep(url, file, text) {
  const starts = [0];
  for (let at = text.indexOf("\n"); at >= 0; at = text.indexOf("\n", at + 1)) starts.push(at + 1);
  const main = fs.realpathSync(process.argv[1]);
  const name = file === main ? "" : path.relative(path.dirname(main), file) + ":";
  const kept = { text, starts, name };
  sources.set(url, kept);
  return kept;
}
function source(url) {
  if (sources.has(url)) return sources.get(url);
  const file = require("url").fileURLToPath(url);
  return keep(url, file, fs.readFileSync(file, "utf8"));
}

const isComment = (line) => /^\s*(\/\/|\/\*|\*)/.test(line);
// The engine counts a block from the word before it.
const isBare = (line) => /^[\s})]*(else|do|try|finally)?[\s{]*$/.test(line);

// How often each line was reached since this was last asked: the most of any block that holds something of it but
// blanks and brackets.
function linesRun() {
  const lines = new Map();
  session.post("Profiler.takePreciseCoverage", (fault, taken) => {
    if (fault) throw new Error("the engine counts no blocks: " + fault.message);
    for (const script of taken.result) {
      if (!script.url.startsWith("file:") || isOurs(script.url)) continue;
      const { text, starts, name } = source(script.url);
      // Blocks lie within one another: the innermost has the say.
      const ranges = script.functions.flatMap((one) => one.ranges);
      ranges.sort((a, b) => a.startOffset - b.startOffset || b.endOffset - a.endOffset);
      const counts = new Float64Array(text.length);
      for (const range of ranges) counts.fill(range.count, range.startOffset, range.endOffset);
      for (let line = 0; line < starts.length; ++line) {
        const end = line + 1 < starts.length ? starts[line + 1] : text.length;
        const whole = text.slice(starts[line], end);
        if (isComment(whole) || isBare(whole)) continue;
        let most = 0;
        for (let at = starts[line]; at < end; ++at)
          if (counts[at] > most && !" \t\r\n{}()[];,".includes(text[at])) most = counts[at];
        if (most > 0) lines.set(name + (line + 1), most);
      }
    }
  });
  return lines;
}

// Work done in one go since this was last asked, by the line and what did it.
let bulk = 0, bulkBy = new Map();
let here = ""; // the line that is about to call a built-in, where sources are rewritten
let quiet = false; // while this file itself is at work
function spent(what, steps, line = here) {
  if (quiet || !(steps > 0)) return;
  const whole = Math.ceil(steps), key = line + " " + what;
  bulk += whole;
  bulkBy.set(key, (bulkBy.get(key) || 0) + whole);
}

// Of a module that could not be rewritten: the lines that call a method so.
function callersOf(method) {
  const call = new RegExp("\\b" + method + "\\s*\\(");
  for (const { text, name } of sources.values()) {
    const lines = [];
    text.split("\n").forEach((line, at) => {
      if (call.test(line) && !isComment(line)) lines.push(at + 1);
    });
    if (lines.length > 0) return name + lines.join(",");
  }
  return "";
}

function forgetSteps() {
  linesRun();
  bulk = 0;
  bulkBy = new Map();
}

// All steps of a call that has ended, those of them that are bulk work, and where they were (docs/protocol.md).
function stepsTold() {
  const spots = [...linesRun()];
  for (const [key, steps] of bulkBy) spots.push([key.startsWith(" ") ? callersOf(key.slice(1)) + key : key, steps]);
  const all = spots.reduce((sum, [, steps]) => sum + steps, 0);
  const told = spots.map(([name, steps]) =>
    name.replace(/%/g, "%25").replace(/ /g, "%20").replace(/,/g, "%2C") + ":" + steps).join(",");
  return { all, bulk, spots: "spots=" + told };
}

// What rewritten sources call.

// How many characters two texts have in common at the front.
function alike(left, right) {
  const most = Math.min(left.length, right.length);
  let at = 0;
  while (at < most && left.charCodeAt(at) === right.charCodeAt(at)) ++at;
  return at;
}
function compared(left, right, what, line) {
  if (typeof left !== "string" || typeof right !== "string" || left.length <= 16 || right.length <= 16) return;
  if ((what === "===" || what === "!==") && left.length !== right.length) return; // known without a look
  spent(what, alike(left, right) / 16, line);
}
const isGreat = (value) => typeof value === "bigint" && (value >= 1n << 63n || value <= -(1n << 63n));
const digits = (value) => (value < 0n ? -value : value).toString(16).length / 16;
function calculated(left, right, result, what, line) {
  if (typeof result === "bigint" && (isGreat(result) || isGreat(left))) {
    const product = what === "*" || what === "/" || what === "%";
    spent(what, product ? digits(left) * digits(right) / 4 + 1 : digits(result) / 2 + 1, line);
  }
  return result;
}

const helpers = {
  eq: (a, b, line) => (compared(a, b, "===", line), a === b),
  ne: (a, b, line) => (compared(a, b, "!==", line), a !== b),
  lt: (a, b, line) => (compared(a, b, "<", line), a < b),
  le: (a, b, line) => (compared(a, b, "<=", line), a <= b),
  gt: (a, b, line) => (compared(a, b, ">", line), a > b),
  ge: (a, b, line) => (compared(a, b, ">=", line), a >= b),
  add: (a, b, line) => calculated(a, b, a + b, "+", line),
  sub: (a, b, line) => calculated(a, b, a - b, "-", line),
  mul: (a, b, line) => calculated(a, b, a * b, "*", line),
  div: (a, b, line) => calculated(a, b, a / b, "/", line),
  mod: (a, b, line) => calculated(a, b, a % b, "%", line),
  // The last thing before a built-in is called.
  at: (value, line) => ((here = line), value),
  *each(things, what, line) {
    let met = 0;
    try {
      for (const thing of things) ++met, yield thing;
    } finally {
      spent(what, met, line);
    }
  },
  // What a spread or a collection takes: a step an element that is hashed, half a one of those that are copied.
  taken(things, what, line) {
    const hashed = what !== "...";
    if (hashed && Array.isArray(things)) spent(what, things.reduce((sum, one) => sum + hashedText(one), 0), line);
    if (typeof things === "string" || Array.isArray(things)) spent(what, hashed ? things.length : things.length / 2, line);
    else if (things instanceof Set || things instanceof Map) spent(what, things.size, line);
    else if (ArrayBuffer.isView(things)) spent(what, things.length, line);
    else if (things && typeof things.next === "function" && toText.call(things) !== "[object Generator]")
      return helpers.each(things, what, line); // lines of a generator are counted themselves
    return things;
  },
  copied(own, line) {
    if (own && typeof own === "object") spent("{...}", Object.getOwnPropertyNames(own).length, line);
    return own;
  },
  made(thing, what, line) {
    if (thing) spent(what, Array.isArray(thing) ? thing.length / 2 : (thing.byteLength || 0) / 16, line);
    return thing;
  },
};
const toText = Object.prototype.toString;
// A text is hashed when it is first looked up, letter by letter: nobody can tell whether it was before.
const hashedText = (key) => (typeof key === "string" && key.length > 16 ? key.length / 16 : 0);
helpers.key = (key, line) => (spent("[...]", hashedText(key), line), key);
Object.defineProperty(globalThis, "__iron", { value: helpers, enumerable: false });

const orders = { "===": "eq", "!==": "ne", "<": "lt", "<=": "le", ">": "gt", ">=": "ge" };
const sums = { "+": "add", "-": "sub", "*": "mul", "/": "div", "%": "mod" };
const takers = new Set(["Set", "Map", "WeakSet", "WeakMap"]);
const isMaker = (name) => /^(Array|ArrayBuffer|(Big)?(Int|Uint|Float)\d+(Clamped)?Array)$/.test(name);

// Names that only ever begin as a number, as those that loops count with do.
function countersIn(tree) {
  const counters = new Set(), others = new Set();
  const walk = (node) => {
    if (node.type === "VariableDeclarator" && node.id.type === "Identifier")
      (node.init && typeof node.init.value === "number" ? counters : others).add(node.id.name);
    for (const one of node.params || []) if (one.type === "Identifier") others.add(one.name);
    for (const one of partsOf(node)) walk(one);
  };
  walk(tree);
  for (const name of others) counters.delete(name);
  return counters;
}

// Seen without running it: nothing that is long to compare.
function isShort(node, counters) {
  if (node.type === "Identifier" && counters.has(node.name)) return true;
  if (node.type === "Literal") return typeof node.value !== "string" || node.value.length <= 16;
  return node.type === "UnaryExpression" || (node.type === "Identifier" && node.name === "undefined") ||
         node.type === "PrivateIdentifier" ||
         (node.type === "MemberExpression" && !node.computed && /^(length|size)$/.test(node.property.name));
}

// Seen without running it: no text that is looked up in an object.
function isNumber(node, counters) {
  return isShort(node, counters) || node.type === "UpdateExpression" ||
         (node.type === "BinaryExpression" && (node.operator !== "+" || [node.left, node.right].some((one) => isNumber(one, counters))));
}

// The same program, on the same lines, with calls of the helpers in it. Null where it can't be read.
function rewritten(text, name) {
  const tree = treeOf(text);
  if (tree === null) return null;
  const counters = countersIn(tree);
  const hasGreat = /\bBigInt\b|\b\d+n\b/.test(text);
  const line = (node) => JSON.stringify(name + node.loc.start.line);
  const taken = (node, what) => (inner) => `__iron.taken((${inner}), ${JSON.stringify(what)}, ${line(node)})`;

  let change;
  const spread = (list) => {
    for (const one of list)
      if (one && one.type === "SpreadElement") change(one.argument, taken(one, "..."));
  };
  const prepare = {
    ArrayExpression(node) { spread(node.elements); },
    CallExpression(node) {
      const { callee } = node, last = node.arguments[node.arguments.length - 1];
      if (callee.type === "MemberExpression" && !callee.computed && wrapped.has(callee.property.name)) {
        const told = (inner) => `__iron.at((${inner}), ${line(callee.property)})`;
        if (last) change(last.type === "SpreadElement" ? last.argument : last, told);
        else if (callee.object.type !== "Super") change(callee.object, told);
      }
      if (callee.type === "Identifier" && callee.name === "Array") prepare.NewExpression(node);
      else spread(node.arguments);
    },
    NewExpression(node) {
      const made = node.callee.type === "Identifier" ? node.callee.name : "";
      spread(node.arguments);
      if (takers.has(made) && node.arguments.length > 0 && node.arguments[0].type !== "SpreadElement")
        change(node.arguments[0], taken(node, made));
      if (isMaker(made)) change(node, (inner) => `__iron.made((${inner}), "${made}", ${line(node)})`);
    },
    ObjectExpression(node) {
      for (const one of node.properties)
        if (one.type === "SpreadElement") change(one.argument, (inner) => `__iron.copied((${inner}), ${line(one)})`);
    },
    MemberExpression(node) {
      if (node.computed && !isNumber(node.property, counters)) change(node.property, (inner) => `__iron.key((${inner}), ${line(node)})`);
    },
    VariableDeclarator(node) {
      if (node.init && node.id.type === "ArrayPattern" && node.id.elements.some((one) => one && one.type === "RestElement"))
        change(node.init, taken(node, "..."));
    },
  };

  // An operator becomes a call; its own sign, between the operands, a comma.
  function operation(node, pieces) {
    if (node.type === "AssignmentExpression" && hasGreat && node.left.type === "Identifier" && sums[node.operator[0]] &&
        node.operator.length === 2) {
      const between = withComma(pieces[2], node.operator);
      return between && `${pieces[1]} = __iron.${sums[node.operator[0]]}(${pieces[1]}${between}${pieces[3]}${pieces[4]}, ${line(node)})`;
    }
    if (node.type !== "BinaryExpression") return null;
    const order = !isShort(node.left, counters) && !isShort(node.right, counters) && orders[node.operator];
    const helper = order || (hasGreat && sums[node.operator]);
    const between = helper && withComma(pieces[2], node.operator);
    return between ? `__iron.${helper}(${pieces[0]}${pieces[1]}${between}${pieces[3]}${pieces[4]}, ${line(node)})` : null;
  }
  function withComma(between, operator) {
    for (let at = 0; at >= 0 && at < between.length; ++at) {
      if (between.startsWith("//", at)) at = between.indexOf("\n", at);
      else if (between.startsWith("/*", at)) at = between.indexOf("*/", at) + 1;
      else if (between.startsWith(operator, at)) return between.slice(0, at) + "," + between.slice(at + operator.length);
    }
    return null;
  }
  return changed(text, tree, (node, changeIt) => {
    change = changeIt;
    if (prepare[node.type]) prepare[node.type](node);
  }, operation);
}

whenCompiled((text, file) => {
  const before = quiet;
  quiet = true;
  try {
    const url = require("url").pathToFileURL(file).href, place = fs.realpathSync(file);
    const counted = rewritten(text, keep(url, place, text).name);
    if (counted === null) return text;
    keep(url, place, counted);
    return counted;
  } finally {
    quiet = before;
  }
});

// Built-in methods whose work grows with what they are given: no block is counted inside them. While a call is
// counted they add it as bulk work.
const wrapped = new Set(); // their names
function wrapBuiltIns() {
  const log2 = (n) => Math.max(1, Math.ceil(Math.log2(Math.max(n, 1))));
  const undo = [];
  const replace = (owner, name, made) => {
    const real = owner[name];
    if (typeof real !== "function") return;
    wrapped.add(name);
    Object.defineProperty(owner, name, { value: made(real), writable: true, configurable: true, enumerable: false });
    undo.push(() =>
      Object.defineProperty(owner, name, { value: real, writable: true, configurable: true, enumerable: false }));
  };
  const wrap = (owner, name, work) => replace(owner, name, (real) => ({
    [name](...given) {
      const line = here; // what is called back may come from others
      const before = this === undefined || this === null ? 0 : this.length;
      const result = real.apply(this, given);
      spent(name, work(before, result, given, this), line);
      return result;
    },
  }[name]));
  const found = (size) => (before, at) => 1 + ((at < 0 ? before : at + 1) * size) / 16;
  const whole = (size) => (before) => 1 + (before * size) / 16;
  const made = (size) => (before, result) => 1 + ((result ? result.length : 0) * size) / 16;
  const array = Array.prototype;
  const findIndex = array.findIndex;
  wrap(array, "indexOf", found(8));
  wrap(array, "lastIndexOf", (before, at) => 1 + (at < 0 ? before : before - at) / 2);
  wrap(array, "includes", (before, is, given, own) => 1 + (is ? findIndex.call(own, (one) => Object.is(one, given[0]) || one === given[0]) + 1 : before) / 2);
  for (const name of ["slice", "concat", "flat", "toSpliced", "toReversed"]) wrap(array, name, made(8));
  for (const name of ["reverse", "fill", "copyWithin", "join"]) wrap(array, name, whole(8));
  wrap(array, "splice", (before, result, given) => 1 + (before - Math.max(0, Math.min(before, given[0] < 0 ? before + given[0] : given[0] || 0))) / 2);
  wrap(array, "unshift", whole(8));
  // The engine moves the start of a short array instead of its elements.
  wrap(array, "shift", (before) => 1 + (before > 16384 ? before / 2 : 0));
  // A step a comparison and one an element. Without an order of the caller's, elements are compared as texts.
  const inOrder = (name) => replace(array, name, (real) => ({
    [name](order) {
      const line = here;
      let met = 0;
      const counted = (a, b) => {
        ++met;
        if (order !== undefined) return order(a, b);
        const left = String(a), right = String(b);
        return left < right ? -1 : left > right ? 1 : 0;
      };
      const result = real.call(this, order === undefined || typeof order === "function" ? counted : order);
      spent(name, met + this.length, line);
      return result;
    },
  }[name]));
  inOrder("sort");
  inOrder("toSorted");
  const text = String.prototype;
  for (const name of ["indexOf", "search"]) wrap(text, name, found(1));
  wrap(text, "includes", (before, is, given, own) => 1 + (is ? String(own).indexOf(given[0]) : before) / 16);
  wrap(text, "lastIndexOf", (before, at) => 1 + (at < 0 ? before : before - at) / 16);
  for (const name of ["startsWith", "endsWith"]) wrap(text, name, (before, is, given) => 1 + String(given[0]).length / 16);
  wrap(text, "split", (before, result) => 1 + before / 16 + result.length / 2);
  for (const name of ["replace", "replaceAll", "match", "toLowerCase", "toUpperCase", "trim", "localeCompare", "normalize"])
    wrap(text, name, whole(1));
  for (const name of ["repeat", "padStart", "padEnd"]) wrap(text, name, made(1));
  for (const kind of [Map, Set])
    for (const name of ["get", "set", "has", "add", "delete"]) wrap(kind.prototype, name, (before, result, given) => hashedText(given[0]));
  const typed = Object.getPrototypeOf(Uint8Array.prototype);
  const size = (own) => own.BYTES_PER_ELEMENT || 8;
  for (const name of ["fill", "reverse", "copyWithin"])
    wrap(typed, name, (before, result, given, own) => 1 + (before * size(own)) / 16);
  wrap(typed, "set", (before, result, given, own) => 1 + (given[0].length * size(own)) / 16);
  for (const name of ["slice"]) wrap(typed, name, (before, result) => 1 + (result.length * size(result)) / 16);
  wrap(typed, "indexOf", (before, at, given, own) => 1 + ((at < 0 ? before : at + 1) * size(own)) / 16);
  wrap(typed, "sort", (before) => before * log2(before)); // whatever the order was
  wrap(Array, "from", (before, result) => 1 + result.length / 2);
  for (const name of ["keys", "values", "entries"]) wrap(Object, name, (before, result) => 1 + result.length);
  wrap(Object, "fromEntries", (before, result) => 1 + Object.getOwnPropertyNames(result).length);
  wrap(Object, "assign", (before, result, given) =>
    given.slice(1).reduce((sum, one) => sum + (one ? Object.getOwnPropertyNames(one).length : 0), 1));
  wrap(JSON, "stringify", (before, result) => 1 + (result ? result.length : 0) / 16);
  wrap(JSON, "parse", (before, result, given) => 1 + String(given[0]).length / 16);
  if (globalThis.structuredClone) wrap(globalThis, "structuredClone", (before, result) => 1 + (Array.isArray(result) ? result.length : result.size || 0));
  return () => undo.forEach((one) => one());
}
wrapBuiltIns()(); // their names are known from here on

// Counting begins here; what it gives ends it.
function begin() {
  forgetSteps();
  here = "";
  return wrapBuiltIns();
}

// What a call took, in the words of a reply.
function counted(call) {
  const unwrap = begin();
  try {
    call();
  } finally {
    unwrap();
  }
  const { all, bulk: inOneGo, spots } = stepsTold();
  return `steps=${all} bulk_steps=${inOneGo} ${spots}`;
}

const leavesSteps = process.env.IRON_STOPWATCH_STEPS; // in a file of that path, of one run
if (leavesSteps) {
  delete process.env.IRON_STOPWATCH_STEPS;
  const unwrap = wrapBuiltIns();
  process.on("exit", () => {
    unwrap();
    const { all, bulk: inOneGo, spots } = stepsTold();
    fs.writeFileSync(leavesSteps, `${all} ${inOneGo} ${spots}\n`);
  });
}

module.exports = { begin, counted, told: stepsTold, leavesSteps };
