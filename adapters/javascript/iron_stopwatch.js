// Iron Stopwatch adapter for JavaScript under Node 18 and later. One file, no dependency.
//
//     const { serve } = require("iron_stopwatch");
//     serve({
//       read:  (text) => ...,     // the problem's text, as the solution wants it
//       solve: (given) => ...,    // measured
//       write: (answer) => ...,   // the answer's text
//     });
//
// Run by hand, the program reads standard input and writes standard output. Run by the tool, it is a worker that
// takes commands on descriptor 3 and replies on descriptor 4; the protocol is in docs/protocol.md.
"use strict";
const fs = require("fs");

class Unusable extends Error {}

// Loaded before the solution by the tool, where steps are asked for, or memory.
const counting = process.env.IRON_STOPWATCH_COUNTS === "1" ? require("./iron_stopwatch_counting.js") : null;
const weighing = process.env.IRON_STOPWATCH_WEIGHS === "1" ? require("./iron_stopwatch_space.js") : null;

const plain = new Set([Object.prototype, Array.prototype, Map.prototype, Set.prototype, Date.prototype, null]);

// True where structuredClone gives the same thing back: no instance of a class of the solution's own, no function.
function clonable(value, seen = new Set()) {
  if (typeof value === "function" || typeof value === "symbol") return false;
  if (typeof value !== "object" || value === null || seen.has(value)) return true;
  if (ArrayBuffer.isView(value) || value instanceof ArrayBuffer) return true;
  if (!plain.has(Object.getPrototypeOf(value))) return false;
  const waiting = [value];
  seen.add(value);
  while (waiting.length > 0) {
    const one = waiting.pop();
    const parts = one instanceof Map ? [...one.keys(), ...one.values()] : one instanceof Set ? [...one] : Object.values(one);
    for (const part of parts) {
      if (typeof part === "function" || typeof part === "symbol") return false;
      if (typeof part !== "object" || part === null || seen.has(part) || ArrayBuffer.isView(part)) continue;
      if (!plain.has(Object.getPrototypeOf(part))) return false;
      seen.add(part);
      waiting.push(part);
    }
  }
  return true;
}

// A value out of /proc/self/status, in bytes.
function ownMemory(name) {
  const found = new RegExp("^" + name + ":\\s+(\\d+) kB", "m").exec(fs.readFileSync("/proc/self/status", "utf8"));
  return found ? 1024 * Number(found[1]) : 0;
}

class Worker {
  constructor(solution) {
    this.solution = solution;
    this.solve = drawnOut(solution);
    this.keepsInput = process.env.IRON_STOPWATCH_KEEPS_INPUT === "1";
    this.kept = new Map();
  }

  run() {
    this.say(`ready 1 floor_ns=${this.measuredFloor().toFixed(3)} passing=${this.keepsInput ? "untouched" : "reference"}` +
             ` counting=${counting ? 1 : 0} warms=1 weighs_first=1`);
    for (;;) {
      const line = this.nextLine();
      if (line === null || line === "quit") return;
      let reply;
      try {
        reply = this.obeyed(line);
      } catch (fault) {
        if (fault instanceof Unusable) reply = "refused " + fault.message;
        else if (fault instanceof RangeError && /call stack/.test(fault.message)) reply = "over-stack the engine's own limit";
        else if (fault instanceof RangeError && /allocation failed|Invalid array length/.test(fault.message)) reply = "over-memory " + fault.message;
        else reply = "failed " + (fault && fault.stack ? String(fault.stack) : String(fault));
      }
      this.say(reply.startsWith("done") ? reply : reply.replace(/[\r\n]+/g, " ").slice(0, 500));
    }
  }

  say(line) {
    const bytes = Buffer.from(line + "\n");
    for (let done = 0; done < bytes.length;) done += fs.writeSync(4, bytes, done);
  }

  nextLine() {
    const piece = Buffer.alloc(1 << 16);
    this.waiting = this.waiting || "";
    for (;;) {
      const end = this.waiting.indexOf("\n");
      if (end >= 0) {
        const line = this.waiting.slice(0, end);
        this.waiting = this.waiting.slice(end + 1);
        return line;
      }
      const got = fs.readSync(3, piece, 0, piece.length, null);
      if (got === 0) return null;
      this.waiting += piece.toString("utf8", 0, got);
    }
  }

  obeyed(line) {
    const words = line.split(" ");
    const command = words[0];
    const rest = (from) => words.slice(from).join(" ");
    if (command === "read") {
      const path = rest(2);
      const given = this.fromFile(path);
      this.kept.set(words[1], { given, path, clonable: !this.keepsInput && clonable(given), firstAnswer: null });
      return "done";
    }
    if (command === "forget") {
      this.kept.delete(words[1]);
      return "done";
    }
    if (command === "answer") return this.answered(this.find(words[1]), rest(2));
    if (command === "warm") return this.warmed(Number(words[1]), words.slice(2).map((id) => this.find(id)));
    if (command === "time") return this.timed(Number(words[1]), Number(words[2]), words.slice(3).map((id) => this.find(id)));
    if (command === "count") return this.counted(this.fromFile(rest(1)));
    if (command === "space") return this.weighed(rest(1), false);
    if (command === "space_first") return this.weighed(rest(1), true);
    throw new Unusable(`unknown command '${command}'`);
  }

  fromFile(path) {
    return this.solution.read(fs.readFileSync(path, "utf8"));
  }

  find(id) {
    const kept = this.kept.get(id);
    if (!kept) throw new Unusable("no input has this number");
    return kept;
  }

  fresh(kept) {
    if (this.keepsInput) return kept.given;
    return kept.clonable ? structuredClone(kept.given) : this.fromFile(kept.path);
  }

  text(answer) {
    return String(this.solution.write(answer));
  }

  answered(kept, path) {
    const given = this.fresh(kept);
    const from = process.hrtime.bigint();
    const answer = this.solve(given);
    const to = process.hrtime.bigint();
    kept.firstAnswer = this.text(answer);
    fs.writeFileSync(path, kept.firstAnswer);
    return `done call_ns=${to - from}`;
  }

  // Calls until their times settle: the middle of the last five groups of calls within 2 % of that of the five
  // before. Groups last a millisecond at least.
  warmed(limitMs, round) {
    if (!(limitMs > 0) || round.length === 0) throw new Unusable("warm needs a limit and inputs");
    const middle = (values) => [...values].sort((a, b) => a - b)[values.length >> 1];
    const groups = [];
    const begun = process.hrtime.bigint();
    let calls = 0, settled = false;
    const spent = () => Number(process.hrtime.bigint() - begun);
    while (!settled && spent() < 1e6 * limitMs) {
      let inGroup = 0, ns = 0;
      while (ns < 1e6 && spent() < 1e6 * limitMs) {
        const given = this.fresh(round[calls++ % round.length]);
        const from = process.hrtime.bigint();
        this.solve(given);
        ns += Number(process.hrtime.bigint() - from);
        ++inGroup;
      }
      groups.push(ns / inGroup);
      if (groups.length >= 10) {
        const now = middle(groups.slice(-5)), before = middle(groups.slice(-10, -5));
        settled = Math.abs(now - before) <= 0.02 * before;
      }
    }
    return `done calls=${calls} warm_ns=${spent()} settled=${settled ? 1 : 0}`;
  }

  timed(calls, atOnce, round) {
    if (!(calls >= 1) || !(atOnce >= 1) || round.length === 0) throw new Unusable("time needs calls, copies at once and inputs");
    let wall = 0, cpu = 0, checked = false;
    for (let done = 0; done < calls;) {
      const count = Math.min(calls - done, atOnce);
      const given = new Array(count), answers = new Array(count).fill(null);
      for (let i = 0; i < count; ++i) given[i] = this.fresh(round[(done + i) % round.length]);
      const cpuFrom = process.cpuUsage();
      wall += batch(this.solve, given, answers);
      const used = process.cpuUsage(cpuFrom);
      cpu += 1000 * (used.user + used.system);
      for (let i = Math.max(0, count - round.length); !checked && i < count; ++i) {
        const kept = round[(done + i) % round.length];
        const text = this.text(answers[i]);
        if (kept.firstAnswer === null) kept.firstAnswer = text;
        else if (kept.firstAnswer !== text)
          throw new Unusable("the answers to one input differ from call to call" + (this.keepsInput ? "; keeps_input is not true" : ""));
      }
      checked = true;
      done += count;
    }
    return `done calls=${calls} wall_ns=${wall} cpu_ns=${cpu} reread=0`;
  }

  counted(given) {
    if (!counting) throw new Unusable("this process counts no steps");
    return "done " + counting.counted(() => this.solve(given));
  }

  // `first`: the first call of the process, and not what later ones hold.
  weighed(path, first) {
    if (!weighing) throw new Unusable("this process reads no memory");
    const left = () => (weighing.collect(), weighing.held());
    const warms = !first && this.empty === undefined;
    if (this.empty === undefined) this.empty = left();
    const stack = ownMemory("VmStk"), begun = process.hrtime.bigint();
    let given, answer, whole = Infinity, grain = 0;
    // What the engine makes of a source on the way, faster code among it, is made once: the least of several calls
    // is the solution's, and the first of all never.
    for (let call = warms ? 0 : 1; call < (first ? 2 : 3); ++call) {
      answer = null;
      given = this.fromFile(path);
      const read = weighing.weighed(() => this.solve(given));
      if (read === null) throw new Unusable("this source can't be made to look at its heap");
      answer = read.answer;
      if (call > 0 && read.whole < whole) ({ whole, grain } = read);
      if (process.hrtime.bigint() - begun > 60_000_000n && call > 0) break;
    }
    const stackPeak = ownMemory("VmStk") - stack;
    weighing.collect(); // what typed arrays held is known to be free by the next one
    const kept = left();
    answer = null;
    const withInput = left(), answerBytes = Math.max(0, kept - withInput);
    given = null;
    const inputBytes = Math.max(0, withInput - this.empty);
    // The stack only grows, and that by pages: where it did, the next call needs another process.
    return `done space_bytes=${Math.max(0, whole - answerBytes) + stackPeak} heap_peak_bytes=${whole}` +
           ` answer_bytes=${answerBytes} stack_peak_bytes=${stackPeak} allocations=0 grain_bytes=${grain}` +
           ` input_bytes=${inputBytes} spent=${stackPeak > 0 ? 1 : 0}`;
  }

  measuredFloor() {
    const given = new Array(2000).fill(null), answers = new Array(2000).fill(null);
    const empty = drawnOut({ solve: () => null });
    let least = Infinity;
    for (let i = 0; i < 50; ++i) least = Math.min(least, batch(empty, given, answers));
    return least / 2000;
  }
}

// An answer that is still to be made, by a generator or another iterator, is made within the call: it is its work.
function drawnOut(solution) {
  return (given) => {
    const answer = solution.solve(given);
    const isLazy = typeof answer === "object" && answer !== null && typeof answer.next === "function" &&
                   typeof answer[Symbol.iterator] === "function";
    return isLazy ? Array.from(answer) : answer;
  };
}

// Nothing but the calls stands between the two readings of the clock.
function batch(solve, given, answers) {
  const from = process.hrtime.bigint();
  for (let i = 0; i < given.length; ++i) answers[i] = solve(given[i]);
  return Number(process.hrtime.bigint() - from);
}

function serve(solution) {
  for (const name of ["read", "solve", "write"])
    if (typeof solution[name] !== "function") throw new TypeError(`iron_stopwatch.serve needs a function '${name}'`);
  if (process.env.IRON_STOPWATCH_WORKER === "1") new Worker(solution).run();
  else process.stdout.write(String(solution.write(drawnOut(solution)(solution.read(fs.readFileSync(0, "utf8"))))));
}

module.exports = { serve };
