#include "lab/languages/debug_info.h"

#include <algorithm>
#include <cctype>
#include <cstring>
#include <dwarf.h>
#include <elfutils/libdw.h>
#include <fcntl.h>
#include <gelf.h>
#include <memory>
#include <unistd.h>

namespace iron {

namespace {

std::string without_arguments(const std::string &name) {
    if (name.starts_with("operator"))
        return name.substr(0, name.find("<", name.starts_with("operator<") ? 10 : 0));
    return name.substr(0, name.find('<'));
}

std::string text_of(Dwarf_Die &die, unsigned attribute) {
    Dwarf_Attribute found;
    const char *text = dwarf_formstring(dwarf_attr_integrate(&die, attribute, &found));
    return text ? text : "";
}

std::string written_name(Dwarf_Die &die) { return text_of(die, DW_AT_name); }

// A constructor or destructor is made several times of one text, each under a name of its own: C1, C2, C4.
std::string as_one(std::string name) {
    for (std::size_t at = 0; at + 2 < name.size(); ++at)
        if ((name[at] == 'C' || name[at] == 'D') && std::isdigit(name[at + 1]) && name[at + 2] == 'E')
            name[at + 1] = '2';
    return name;
}

std::string linkage_name_of(Dwarf_Die &die) {
    const std::string name = text_of(die, DW_AT_linkage_name);
    return as_one(name.empty() ? written_name(die) : name); // of C
}

bool referred_to(Dwarf_Die &die, unsigned attribute, Dwarf_Die &to) {
    Dwarf_Attribute found;
    return dwarf_formref_die(dwarf_attr(&die, attribute, &found), &to) != nullptr;
}

// Calls and jumps to a place that stands in the instruction itself: where they return to, and where they go.
// Debug information leaves many of them out; bytes that only look like one hardly lead to where a function
// begins.
template <class Do>
void for_each_direct_call(Elf *elf, Do found) {
    std::size_t count = 0;
    elf_getphdrnum(elf, &count);
    for (std::size_t i = 0; i < count; ++i) {
        GElf_Phdr part;
        if (!gelf_getphdr(elf, static_cast<int>(i), &part) || part.p_type != PT_LOAD ||
            !(part.p_flags & PF_X))
            continue;
        const Elf_Data *bytes =
            elf_getdata_rawchunk(elf, static_cast<std::int64_t>(part.p_offset), part.p_filesz, ELF_T_BYTE);
        if (!bytes) continue;
        const auto *code = static_cast<const unsigned char *>(bytes->d_buf);
#if defined(__x86_64__)
        constexpr unsigned char call = 0xE8, jump = 0xE9;
        for (std::size_t at = 0; at + 5 <= part.p_filesz; ++at) {
            std::int32_t relative = 0;
            if (code[at] != call && code[at] != jump) continue;
            std::memcpy(&relative, code + at + 1, sizeof relative);
            const std::uint64_t back = part.p_vaddr + at + 5;
            found(back, back + static_cast<std::uint64_t>(static_cast<std::int64_t>(relative)));
        }
#elif defined(__aarch64__)
        constexpr std::uint32_t jump = 0x05, call = 0x25; // the six upper bits
        for (std::size_t at = 0; at + 4 <= part.p_filesz; at += 4) {
            std::uint32_t word = 0;
            std::memcpy(&word, code + at, sizeof word);
            if (word >> 26 != call && word >> 26 != jump) continue;
            const std::int32_t relative = static_cast<std::int32_t>(word << 6) >> 4;
            const std::uint64_t here = part.p_vaddr + at;
            found(here + 4, here + static_cast<std::uint64_t>(static_cast<std::int64_t>(relative)));
        }
#endif
    }
}

} // namespace

class DebugInfo::Walk {
  public:
    Walk(DebugInfo &info, const std::function<bool(const std::string &)> &is_own)
        : info_(info), is_own_(is_own) {}

    void read(Dwarf *dwarf) {
        Dwarf_Off at = 0, next = 0;
        std::size_t header = 0;
        while (dwarf_nextcu(dwarf, at, &next, &header, nullptr, nullptr, nullptr) == 0) {
            if (Dwarf_Die unit; dwarf_offdie(dwarf, at + header, &unit)) {
                read_lines(unit);
                files_ = nullptr;
                std::size_t count;
                if (dwarf_getsrcfiles(&unit, &files_, &count) != 0) files_ = nullptr;
                walk(unit, Scope{});
            }
            at = next;
        }
        for_each_direct_call(dwarf_getelf(dwarf), [this](std::uint64_t back, std::uint64_t target) {
            const auto found = functions_.find(target);
            const Scope *scope = found == functions_.end() ? nullptr : info_.scope_before(back);
            if (scope) lead(found->second, *scope, info_.line_before(back));
        });
    }

  private:
    void read_lines(Dwarf_Die &unit) {
        Dwarf_Lines *lines = nullptr;
        std::size_t count = 0;
        if (dwarf_getsrclines(&unit, &lines, &count) != 0) return;
        for (std::size_t i = 0; i < count; ++i) {
            Dwarf_Line *line = dwarf_onesrcline(lines, i);
            Dwarf_Addr address = 0;
            int number = 0;
            const char *file = dwarf_linesrc(line, nullptr, nullptr);
            if (!file || dwarf_lineaddr(line, &address) != 0 || dwarf_lineno(line, &number) != 0) continue;
            info_.lines_[address] = {file, number};
        }
    }

    bool is_own(Dwarf_Die &function) {
        const char *file = dwarf_decl_file(&function);
        return file && is_own_(file);
    }

    void note_code(Dwarf_Die &die, const Scope &scope) {
        Dwarf_Addr base = 0, from = 0, to = 0;
        for (std::ptrdiff_t at = 0; (at = dwarf_ranges(&die, at, &base, &from, &to)) > 0;)
            info_.put_scope(from, to, scope);
    }

    // A function that has code of its own.
    void enter(Dwarf_Die &function) {
        Scope scope{is_own(function) ? Scope::Kind::own : Scope::Kind::alone, {}, linkage_name_of(function)};
        info_.names_[scope.function] = without_arguments(written_name(function));
        if (const char *file = dwarf_decl_file(&function)) info_.files_[scope.function] = file;
        Dwarf_Addr entry = 0;
        if (scope.kind == Scope::Kind::alone && dwarf_entrypc(&function, &entry) == 0)
            functions_.emplace(entry, function);
        note_code(function, scope);
        walk(function, scope);
    }

    // One that is compiled into another.
    void enter_inlined(Dwarf_Die &inlined, Scope scope) {
        Dwarf_Die function;
        if (!referred_to(inlined, DW_AT_abstract_origin, function)) return;
        if (is_own(function)) {
            scope.kind = Scope::Kind::own;
        } else {
            lead(function, scope, called_at(inlined));
            if (scope.kind == Scope::Kind::own) {
                scope.kind = Scope::Kind::called;
                scope.site = {called_at(inlined), without_arguments(written_name(function))};
            }
        }
        note_code(inlined, scope);
        walk(inlined, scope);
    }

    SourceLine called_at(Dwarf_Die &inlined) {
        Dwarf_Attribute found;
        Dwarf_Word file = 0, line = 0;
        dwarf_formudata(dwarf_attr(&inlined, DW_AT_call_file, &found), &file);
        dwarf_formudata(dwarf_attr(&inlined, DW_AT_call_line, &found), &line);
        const char *name = files_ ? dwarf_filesrc(files_, file, nullptr, nullptr) : nullptr;
        return {name ? name : "", static_cast<int>(line)};
    }

    void note_call(Dwarf_Die &call, const Scope &scope) {
        Dwarf_Die function;
        Dwarf_Attribute found;
        Dwarf_Addr back = 0;
        // The older form, before DWARF 5, has the same under other names.
        if (dwarf_formaddr(dwarf_attr(&call, DW_AT_call_return_pc, &found), &back) != 0)
            dwarf_formaddr(dwarf_attr(&call, DW_AT_low_pc, &found), &back);
        if ((referred_to(call, DW_AT_call_origin, function) ||
             referred_to(call, DW_AT_abstract_origin, function)) &&
            !is_own(function))
            lead(function, scope, info_.line_before(back));
    }

    // A library function is called from a scope; `at`, where that is one's own.
    void lead(Dwarf_Die function, const Scope &scope, const SourceLine &at) {
        const std::string to = linkage_name_of(function), name = without_arguments(written_name(function));
        info_.names_.emplace(to, name);
        switch (scope.kind) {
        case Scope::Kind::own:
            if (at.line > 0) info_.called_[to].insert({at, name});
            break;
        case Scope::Kind::called:
            info_.called_[to].insert(scope.site);
            break;
        case Scope::Kind::alone:
            info_.led_to_[to].insert(scope.function);
            break;
        }
    }

    void walk(Dwarf_Die &within, const Scope &scope) {
        Dwarf_Die die;
        if (dwarf_child(&within, &die) != 0) return;
        do {
            switch (dwarf_tag(&die)) {
            case DW_TAG_subprogram: {
                Dwarf_Attribute found;
                if (dwarf_attr(&die, DW_AT_low_pc, &found) || dwarf_attr(&die, DW_AT_ranges, &found))
                    enter(die);
                else
                    walk(die, Scope{}); // classes and functions that it holds
                break;
            }
            case DW_TAG_inlined_subroutine:
                enter_inlined(die, scope);
                break;
            case DW_TAG_call_site:
            case DW_TAG_GNU_call_site:
                note_call(die, scope);
                break;
            case DW_TAG_namespace:
            case DW_TAG_class_type:
            case DW_TAG_structure_type:
            case DW_TAG_lexical_block:
                walk(die, scope);
                break;
            default:
                break;
            }
        } while (dwarf_siblingof(&die, &die) == 0);
    }

    DebugInfo &info_;
    const std::function<bool(const std::string &)> &is_own_;
    Dwarf_Files *files_ = nullptr;
    std::map<std::uint64_t, Dwarf_Die> functions_; // of libraries, by where they begin
};

DebugInfo::DebugInfo(const std::filesystem::path &program,
                     const std::function<bool(const std::string &)> &is_own) {
    const int file = open(program.c_str(), O_RDONLY | O_CLOEXEC);
    if (file < 0) return;
    const std::unique_ptr<const int, void (*)(const int *)> closed(&file,
                                                                   [](const int *one) { close(*one); });
    const std::unique_ptr<Dwarf, int (*)(Dwarf *)> dwarf(dwarf_begin(file, DWARF_C_READ), dwarf_end);
    if (!dwarf) return;
    Elf *elf = dwarf_getelf(dwarf.get());
    std::size_t count = 0;
    elf_getphdrnum(elf, &count);
    start_ = ~std::uint64_t{0};
    for (std::size_t i = 0; i < count; ++i)
        if (GElf_Phdr header; gelf_getphdr(elf, static_cast<int>(i), &header) && header.p_type == PT_LOAD)
            start_ = std::min(start_, header.p_vaddr);
    Walk(*this, is_own).read(dwarf.get());
}

SourceLine DebugInfo::line_before(std::uint64_t address) const {
    const auto after = lines_.lower_bound(address);
    return after == lines_.begin() ? SourceLine{} : std::prev(after)->second;
}

std::set<CallSite> DebugInfo::callers_of(const std::string &linkage_name) const {
    std::set<CallSite> sites;
    std::set<std::string> seen{as_one(linkage_name)};
    std::vector<std::string> waiting{as_one(linkage_name)};
    while (!waiting.empty()) {
        const std::string function = waiting.back();
        waiting.pop_back();
        if (const auto found = called_.find(function); found != called_.end())
            sites.insert(found->second.begin(), found->second.end());
        if (const auto found = led_to_.find(function); found != led_to_.end())
            for (const std::string &by : found->second)
                if (seen.insert(by).second) waiting.push_back(by);
    }
    return sites;
}

std::set<CallSite> DebugInfo::at(std::uint64_t place) const {
    const Scope *within = scope_before(start_ + place);
    if (!within) return {};
    switch (within->kind) {
    case Scope::Kind::own:
        return {{line_before(start_ + place), ""}};
    case Scope::Kind::called:
        return {within->site};
    case Scope::Kind::alone:
        return callers_of(within->function);
    }
    return {};
}

std::string DebugInfo::function_at(std::uint64_t place) const {
    const Scope *within = scope_before(start_ + place);
    return within ? within->function : "";
}

// What is put there later lies within what was put before.
void DebugInfo::put_scope(std::uint64_t from, std::uint64_t to, const Scope &scope) {
    if (from >= to) return;
    std::optional<Scope> around;
    if (const auto after = scopes_.upper_bound(to); after != scopes_.begin())
        around = std::prev(after)->second;
    scopes_.erase(scopes_.lower_bound(from), scopes_.lower_bound(to));
    scopes_[from] = scope;
    scopes_.try_emplace(to, around);
}

const DebugInfo::Scope *DebugInfo::scope_before(std::uint64_t address) const {
    const auto after = scopes_.lower_bound(address);
    if (after == scopes_.begin() || !std::prev(after)->second) return nullptr;
    return &*std::prev(after)->second;
}

std::string DebugInfo::file_of(const std::string &linkage_name) const {
    const auto found = files_.find(as_one(linkage_name));
    return found == files_.end() ? "" : found->second;
}

std::string DebugInfo::name_of(const std::string &linkage_name) const {
    const auto found = names_.find(as_one(linkage_name));
    return found == names_.end() ? "" : found->second;
}

} // namespace iron
