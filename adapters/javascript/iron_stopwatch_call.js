// A function as it is, served by the Iron Stopwatch adapter.
//
//     node iron_stopwatch_call.js SOURCE FUNCTION TYPES ANSWER ANSWERS_IN
//
// TYPES are those of the arguments, divided by ';', and ANSWER that of the answer, as the problem file writes them.
// ANSWERS_IN is the number of the argument that the function answers through, or -1. The text of inputs and answers
// is described in docs/problem-file.md.
"use strict";
const fs = require("fs");
const path = require("path");
const Module = require("module");

// "list of (int, text)" as nested lists.
function parsedType(words) {
  words = words.trim();
  if (words.startsWith("list of ")) return ["list", parsedType(words.slice(8))];
  if (!words.startsWith("(")) return [words];
  for (let at = 0, depth = 0; at < words.length; ++at) {
    if (words[at] === "(") ++depth;
    if (words[at] === ")") --depth;
    if (words[at] === "," && depth === 1) return ["pair", parsedType(words.slice(1, at)), parsedType(words.slice(at + 1, -1))];
  }
  throw new Error(`'${words}' is no type`);
}

// A number that a double can't hold to the digit stays whole as a BigInt.
function integer(word) {
  const number = Number(word);
  return Number.isSafeInteger(number) ? number : BigInt(word);
}
const readers = { int: integer, real: Number, bool: (word) => word === "true" };

function readValue(kind, lines) {
  if (kind[0] === "text") return lines.next().value;
  if (kind[0] in readers) return readers[kind[0]](lines.next().value);
  if (kind[0] === "pair") return [readValue(kind[1], lines), readValue(kind[2], lines)];
  const count = Number(lines.next().value);
  if (kind[1][0] in readers) {
    const line = lines.next().value;
    return count === 0 ? [] : line.split(" ").map(readers[kind[1][0]]);
  }
  const list = [];
  for (let i = 0; i < count; ++i) list.push(readValue(kind[1], lines));
  return list;
}

function word(kind, value) {
  if (kind === "int" && typeof value === "number" && Number.isInteger(value)) return BigInt(value).toString();
  return String(value);
}
function writeValue(kind, value) {
  if (kind[0] === "text" || kind[0] in readers) return word(kind[0], value) + "\n";
  if (kind[0] === "pair") return writeValue(kind[1], value[0]) + writeValue(kind[2], value[1]);
  const elements = [...value];
  if (kind[1][0] in readers) return `${elements.length}\n${elements.map((one) => word(kind[1][0], one)).join(" ")}\n`;
  return `${elements.length}\n${elements.map((one) => writeValue(kind[1], one)).join("")}`;
}

const [source, named, types, answerType, answersIn] = process.argv.slice(2);
const file = fs.realpathSync(source);
process.argv = [process.argv[0], file]; // it is the solution's own file that counts

// The source sees itself as a module; behind it stands what looks into it.
const solution = new Module(file, null);
solution.filename = file;
solution.paths = Module._nodeModulePaths(path.dirname(file));
solution._compile(fs.readFileSync(file, "utf8") + "\n;module.exports.__iron = (name) => eval(name);", file);
const look = solution.exports.__iron;

const parts = named.split(".");
const name = parts.pop();
let solve;
if (parts.length === 0) solve = look(name);
else {
  const Owner = look(parts.join("."));
  if (typeof Owner[name] === "function") solve = (...given) => Owner[name](...given);
  else solve = (...given) => new Owner()[name](...given);
}

const kinds = types.split(";").map(parsedType), answer = parsedType(answerType), place = Number(answersIn);
function* linesOf(text) {
  for (let from = 0; from <= text.length;) {
    let end = text.indexOf("\n", from);
    if (end < 0) end = text.length;
    yield text.slice(from, end);
    from = end + 1;
  }
}
require("./iron_stopwatch.js").serve({
  read: (text) => {
    const lines = linesOf(text);
    return kinds.map((kind) => readValue(kind, lines));
  },
  solve: place < 0 ? (given) => solve(...given) : (given) => {
    const returned = solve(...given);
    return Array.isArray(returned) || ArrayBuffer.isView(returned) ? returned : given[place];
  },
  write: (value) => writeValue(answer, value),
});
