function mirrored(signal) {
  return [...signal].reduce((all, letter) => [letter, ...all], []).join("");
}
