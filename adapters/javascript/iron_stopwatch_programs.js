// Counts a whole JavaScript program again and again in one process: its modules are loaded anew for each input. The tool
// loads it after iron_stopwatch_counting.js and before the program, in whose place it runs (docs/protocol.md).
"use strict";
const fs = require("fs");
const Module = require("module");
const { begin, told, leavesSteps } = require("./iron_stopwatch_counting.js");

class Exit extends Error {}

const globals = new Set(Object.getOwnPropertyNames(globalThis));
const ownModules = new Set(Object.keys(require.cache));
const listeners = () => process.listenerCount("exit") + process.listenerCount("beforeExit");
let program, unread = "", listening;
let run = null; // of the program, under way
let kept = 0; // of our own, to be done
let begun = false; // by a first run, which does not count: what is set up once is in it

function nextLine() {
  const piece = Buffer.alloc(4096);
  while (!unread.includes("\n")) {
    const length = fs.readSync(3, piece, 0, piece.length, null);
    if (length === 0) return "quit";
    unread += piece.toString("utf8", 0, length);
  }
  const line = unread.slice(0, unread.indexOf("\n"));
  unread = unread.slice(line.length + 1);
  return line;
}
const say = (line) => fs.writeSync(4, line.replace(/[\r\n]+/g, " ") + "\n");
const leave = () => process.reallyExit(0);

// The same numbers for every run, as a process of its own has.
function drawAgain() {
  let state = 1;
  Math.random = () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

// The file becomes descriptor 0, the lowest that is free.
function take(path) {
  fs.closeSync(0);
  if (fs.openSync(path, "r") !== 0) throw new Error("standard input can't be given");
  let stream = null;
  Object.defineProperty(process, "stdin", {
    configurable: true,
    enumerable: true,
    get: () => (stream = stream || new fs.ReadStream(null, { fd: 0, autoClose: false })),
  });
  return () => stream && stream.destroy();
}

function next() {
  const line = nextLine();
  if (line === "quit") return leave();
  if (line.startsWith("count ")) return start(line.slice(6));
  say("refused only count is known");
  next();
}

function start(path) {
  for (const name of Object.keys(require.cache)) if (!ownModules.has(name)) delete require.cache[name];
  for (const name of Object.getOwnPropertyNames(globalThis)) if (!globals.has(name)) delete globalThis[name];
  drawAgain();
  run = { fault: null, status: null, left: false, path, close: take(path), unwrap: begin() };
  try {
    Module._load(program, null, true);
  } catch (fault) {
    ended(fault);
  }
  kept = 1; // finish() is called when nothing is left of what was to do: of this at the least
  setImmediate(() => (kept = 0));
}

function ended(fault) {
  if (!run) throw fault;
  if (fault instanceof Exit) run.left = true;
  else run.fault = run.fault || fault;
  run.close();
}

// Nothing is under way any more.
function finish() {
  if (!run) return;
  const { fault, status, left, path, close, unwrap } = run;
  unwrap();
  const { all, bulk, spots } = told();
  run = null;
  close();
  const code = status === null ? process.exitCode || 0 : status;
  process.exitCode = undefined;
  const ran = /[=,]\d+:/.test(spots); // modules of the newer kind are loaded but once
  const wentOn = status !== null && !left; // it caught what ends it
  if (fault || code !== 0 || !ran || wentOn || listeners() !== listening) {
    say("failed " + (fault || (ran ? "exit status " + code : "it ran once")));
    return leave();
  }
  if (begun) say(`done steps=${all} bulk_steps=${bulk} ${spots}`);
  const again = !begun;
  begun = true;
  return again ? start(path) : next();
}

if (!leavesSteps) Module.runMain = () => {
  program = process.argv[1];
  process.exit = (status) => {
    if (run.status === null) run.status = Number(status === undefined ? process.exitCode || 0 : status);
    // What goes on here would have ended with the process.
    if (process.getActiveResourcesInfo().filter((name) => /Timeout|Immediate/.test(name)).length > kept) {
      say("failed it exits while something is under way");
      leave();
    }
    throw new Exit();
  };
  process.on("uncaughtException", ended);
  process.on("beforeExit", finish);
  listening = listeners();
  say("ready 1 floor_ns=0 passing=copy counting=1");
  next();
};
