// Reads the most that a call holds at a time. The engine tells no peak of its heap, only what stands there, garbage
// with it. So sources are changed as they are loaded: where a loop turns, a function begins or a call has given
// something back the heap is looked at, and what is garbage is collected once enough is new.
"use strict";
const v8 = require("v8");
const { treeOf, changed, whenCompiled } = require("./iron_stopwatch_sources.js");

v8.setFlagsFromString("--expose-gc");
const gc = require("vm").runInNewContext("gc");
function collect() {
  gc(); // with anything in its brackets some engines collect young things alone
}
function held() {
  const now = v8.getHeapStatistics();
  return now.used_heap_size + now.external_memory;
}

const fine = 8192; // bytes: code that the engine makes faster meanwhile is in it
const large = 256; // elements or letters: what so much was made of is looked at
const unclear = 2.5; // times what was held for certain: less is no growth's
const farthest = 65536; // looks from one collection to the next

// Young things are collected often, since that takes a tenth of a millisecond; all of them, a hundred times as dear,
// where what outlived that may be garbage by now. How much has to be new for either: bytes, a share of what is held,
// and so many collections until the bytes are doubled.
const young = { bytes: 2048, share: 1 / 16, times: 48 }, whole = { bytes: 16384, share: 1 / 2, times: 12 };
const due = (kind, met, standing) => Math.max(kind.bytes * 2 ** Math.floor(met / kind.times), standing * kind.share);

let changedAny = false; // else nothing looks
let watch = { look() {} }, looks = Infinity;
class Watch {
  constructor() {
    this.first = this.live = this.stood = this.seen = this.high = held();
    this.most = 0; // held, beyond the first
    this.unsure = 0; // more may have been held, where much came and went between two looks
    this.kept = 1; // the share of what outlived its youth that the last collection of all left
    this.young = this.all = this.passed = 0; // collections, and looks since the last
    this.every = looks = 1;
  }

  look() {
    this.passed += this.every - Math.max(0, looks);
    const now = held(), step = due(young, this.young, now - this.first);
    const fresh = now - this.seen; // less than nothing where the engine collected something
    this.seen = now;
    if (now - this.stood >= step || this.passed >= farthest * 2 ** Math.floor(this.young / young.times)) this.tidy(now, step);
    else if (fresh > step / 4) this.every = Math.max(1, this.every >> 2);
    else if (fresh >= 0 && fresh < step / 16) this.every = Math.min(2 * this.every, farthest);
    looks = this.every;
  }

  tidy(now, step) {
    gc({ type: "minor" });
    const left = held();
    if (now - this.stood > 2 * step && now - left > 2 * step) this.unsure = Math.max(this.unsure, now - this.first);
    this.stood = this.seen = left;
    this.high = Math.max(this.high, left);
    this.passed = 0;
    this.every = Math.max(1, this.every >> 2);
    ++this.young;
    if (left - this.live >= due(whole, this.all, this.live - this.first)) this.tidyAll(left);
  }

  tidyAll(before) {
    collect();
    const left = held();
    this.kept = Math.min(1, Math.max(0, (left - this.live) / (before - this.live)));
    this.most = Math.max(this.most, this.peak(this.high), left - this.first);
    this.live = this.stood = this.seen = this.high = left;
    ++this.all;
  }

  // Of what is new since all was collected as much counts as that collection left of what was new before it.
  peak(high) {
    return this.live - this.first + this.kept * Math.max(0, high - this.live);
  }

  told() {
    const most = Math.max(0, this.most, this.peak(Math.max(this.high, held())));
    return { whole: Math.round(most), grain: this.unsure > unclear * most ? Math.max(fine, Math.round(this.unsure - most)) : fine };
  }
}

const helpers = {
  look() {
    if (--looks <= 0) watch.look();
  },
  gave(value) {
    if (--looks <= 0 || (value && value.length >= large)) watch.look();
    return value;
  },
};
Object.defineProperty(globalThis, "__iron", { value: helpers, enumerable: false });

const isLoop = (node) => /^(For|ForIn|ForOf|While|DoWhile)Statement$/.test(node.type);
const isFunction = (node) => /^(FunctionDeclaration|FunctionExpression|ArrowFunctionExpression)$/.test(node.type);
function looksWithin(body, change) {
  if (body.type !== "BlockStatement") change(body, (inner) => `{ __iron.look(); ${inner} }`);
  else if (!body.body[0] || !body.body[0].directive) change(body, (inner) => "{ __iron.look();" + inner.slice(1));
}
function prepare(node, change) {
  if (isLoop(node)) looksWithin(node.body, change);
  if (isFunction(node) && node.body.type === "BlockStatement") looksWithin(node.body, change);
  else if (isFunction(node)) change(node.body, (inner) => `(__iron.look(), ${inner})`);
  // A part of a chain can't stand alone, and `eval` has to be called by its name.
  if (node.type === "ChainExpression") inChain(node.expression);
  const given = node.type === "NewExpression" ||
                (node.type === "ChainExpression" && node.expression.type === "CallExpression") || // `delete a?.b` stays
                (node.type === "CallExpression" && !chained.has(node) && node.callee.name !== "eval");
  if (given) change(node, (inner) => `__iron.gave(${inner})`);
  if (node.type === "SpreadElement") change(node.argument, (inner) => `__iron.gave(${inner})`);
}
const chained = new Set();
function inChain(node) {
  for (let one = node; one; one = one.type === "MemberExpression" ? one.object : one.type === "CallExpression" ? one.callee : null)
    chained.add(one);
}

whenCompiled((text) => {
  const tree = treeOf(text);
  if (tree === null) return text;
  changedAny = true;
  return changed(text, tree, prepare);
});

// The answer of a call, and the most that was held in it: { answer, whole, grain }, in bytes. Of a source that could
// not be changed the collections of the engine's own tell: what stood after one was held. Null where they can't.
function weighed(call) {
  collect();
  if (!changedAny) return v8.GCProfiler ? weighedByItself(call) : null;
  const before = watch, now = (watch = new Watch());
  try {
    const answer = call();
    return { answer, ...now.told() };
  } finally {
    watch = before;
    looks = Infinity;
  }
}
function weighedByItself(call) {
  const profiler = new v8.GCProfiler();
  profiler.start();
  const first = held(), answer = call(), last = held() - first;
  const stood = (at) => at.heapStatistics.usedHeapSize + at.heapStatistics.externalMemory - first;
  const all = profiler.stop().statistics;
  const most = all.reduce((sum, one) => Math.max(sum, stood(one.beforeGC)), last);
  const whole = all.reduce((sum, one) => Math.max(sum, stood(one.afterGC)), all.length > 0 ? 0 : Math.max(0, last));
  return { answer, whole, grain: Math.max(fine, most - whole) };
}

module.exports = { weighed, collect, held };
