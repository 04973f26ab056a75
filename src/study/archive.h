// What keeps the records of a problem.
#pragma once

#include <optional>
#include <string>

#include "records/journal.h"

namespace iron {

// Real: ResultArchive (lab/result_archive.h), the results folder; simulated: MemoryArchive (tests/simulated).
class Archive {
  public:
    virtual ~Archive() = default;
    // The journal of earlier sessions; none where there is none. Throws Error (usage) where it can't be read.
    virtual std::optional<Journal> journal() = 0;
    // Keeps the journal beside, under another name: what follows is measured anew.
    virtual void set_journal_aside() = 0;
    // Starts the journal with the heading, and the whole lines of earlier sessions after it.
    virtual void start_journal(const std::string &heading, const std::string &whole_lines) = 0;
    // One line more, whole and on its way to the disk.
    virtual void append(const Measurement &measurement) = 0;
    // A document or any other file of the results, replaced whole; "" removes it.
    virtual void write(const std::string &name, const std::string &text) = 0;
};

} // namespace iron
