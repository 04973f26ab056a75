#include "lab/result_archive.h"

#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

std::optional<Journal> ResultArchive::journal() {
    if (!fs::exists(journal_path())) return std::nullopt;
    return read_journal(journal_path());
}

void ResultArchive::set_journal_aside() {
    fs::rename(journal_path(), folder_ / "measurements-earlier.jsonl");
}

void ResultArchive::start_journal(const std::string &heading, const std::string &whole_lines) {
    writer_ = std::make_unique<JournalWriter>(journal_path(), heading, whole_lines);
}

void ResultArchive::write(const std::string &name, const std::string &text) {
    std::error_code ignored;
    if (text.empty())
        fs::remove(folder_ / name, ignored);
    else
        write_file(folder_ / name, text);
}

} // namespace iron
