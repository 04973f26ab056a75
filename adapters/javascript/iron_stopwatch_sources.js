// The sources of a solution on their way to the engine: read, changed and put together again on the same lines.
"use strict";
const Module = require("module");

// The engine's own parser (node --expose-internals); in Debian it is a package beside it.
function parser() {
  for (const place of ["internal/deps/acorn/acorn/dist/acorn", "/usr/share/nodejs/acorn", "/usr/share/nodejs/acorn/dist/acorn.js"])
    try {
      return require(place);
    } catch {
      continue;
    }
  return null;
}
const acorn = parser();

const isOurs = (url) => /\/iron_stopwatch(_[a-z]+)?\.js$/.test(url);

// Null where a source can't be read: a module of the other kind, or a fault that the engine tells better.
function treeOf(text) {
  try {
    return acorn.parse(text, { ecmaVersion: "latest", allowReturnOutsideFunction: true, allowHashBang: true, locations: true });
  } catch {
    return null;
  }
}

function partsOf(node) {
  const parts = [];
  for (const key of Object.keys(node))
    for (const one of [].concat(node[key]))
      if (one && typeof one === "object" && typeof one.type === "string" && typeof one.start === "number") parts.push(one);
  return parts;
}

// The text of a tree. `prepare` is called with each node before its parts, and with a function that says what the text
// of a node becomes, given its own. `operation` gives a node's text from its pieces, or null where it stays.
function changed(text, tree, prepare, operation = () => null) {
  const changes = new Map();
  const change = (node, how) => changes.set(node, [...(changes.get(node) || []), how]);
  function code(node) {
    prepare(node, change);
    const inner = partsOf(node).sort((a, b) => a.start - b.start);
    const pieces = []; // text between the parts, and the parts
    let from = node.start;
    for (const one of inner) {
      if (one.start < from) continue; // a property whose name is its value
      pieces.push(text.slice(from, one.start), code(one));
      from = one.end;
    }
    pieces.push(text.slice(from, node.end));
    let made = operation(node, pieces) || pieces.join("");
    for (const how of changes.get(node) || []) made = how(made);
    return made;
  }
  return text.slice(0, tree.start) + code(tree) + text.slice(tree.end);
}

// What each source of the solution becomes before it is compiled.
function whenCompiled(become) {
  const compile = Module.prototype._compile;
  Module.prototype._compile = function (text, file, ...rest) {
    const isTheirs = acorn && !isOurs(file) && !/\/node_modules\//.test(file);
    return compile.call(this, isTheirs ? become(text, file) : text, file, ...rest);
  };
}

module.exports = { isOurs, treeOf, partsOf, changed, whenCompiled };
