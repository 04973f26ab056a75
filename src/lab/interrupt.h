// Ctrl-C and termination, noticed where it is safe to stop.
#pragma once

namespace iron {

// From now on SIGINT, SIGTERM and SIGHUP only set a mark, and end waits early.
void watch_for_interrupt();
bool interrupted();
// Throws Error (interrupted) when the mark is set.
void stop_if_interrupted();

} // namespace iron
