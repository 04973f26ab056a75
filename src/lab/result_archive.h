// The results folder as an archive.
#pragma once

#include <filesystem>
#include <memory>

#include "study/archive.h"

namespace iron {

class ResultArchive : public Archive {
  public:
    explicit ResultArchive(std::filesystem::path folder) : folder_(std::move(folder)) {}

    std::optional<Journal> journal() override;
    void set_journal_aside() override;
    void start_journal(const std::string &heading, const std::string &whole_lines) override;
    void append(const Measurement &measurement) override { writer_->append(measurement); }
    void write(const std::string &name, const std::string &text) override;

  private:
    std::filesystem::path journal_path() const { return folder_ / "measurements.jsonl"; }

    std::filesystem::path folder_;
    std::unique_ptr<JournalWriter> writer_;
};

} // namespace iron
