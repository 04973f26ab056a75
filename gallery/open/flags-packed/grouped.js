function packed(signal) {
  return signal.replace(/(.)\1*/g, (run, letter) => run.length + letter);
}
