// What `machine` prints.
#pragma once

#include <string>

#include "records/machine.h"

namespace iron {

std::string machine_text(const MachineReport &report);

} // namespace iron
