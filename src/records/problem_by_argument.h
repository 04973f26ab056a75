// Shapes and samples that are given by the arguments of the function that the problem calls.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "records/call.h"
#include "records/template.h"
#include "records/toml_reader.h"

namespace iron {

class ByArgument {
  public:
    // Looks into all three as long as it lives: the call and the sizes are read after it is made.
    ByArgument(TomlReader &reader, const std::optional<Call> &call, const std::vector<std::string> &sizes)
        : reader_(reader), call_(call), sizes_(sizes) {}

    // False, and a fault, where the problem calls no function.
    bool needs_call(const toml::node &node, const char *key);
    // Of a shape: what makes each argument, as one template.
    std::optional<Template> shape(const toml::table &shape, const std::string &name);
    // Of a sample: both as the texts that solutions read and write.
    std::optional<std::string> given(const toml::table &sample);
    std::optional<std::string> answer(const toml::table &sample);

  private:
    std::vector<std::string> argument_names() const;
    std::string value(const Type &type, const toml::node &node);

    TomlReader &reader_;
    const std::optional<Call> &call_;
    const std::vector<std::string> &sizes_;
};

} // namespace iron
