# Writes OUTPUT: a C++ file with the bytes of FILES (names below FOLDER). The assembler reads them in, as they are: a
# compiler takes seconds for as many bytes.
set(table "")
set(taken "")
set(index 0)
foreach(file IN LISTS FILES)
    set(from "${NAME}_${index}")
    string(APPEND taken "asm(\".pushsection .rodata\\n\"\n    \"${from}: .incbin \\\"${FOLDER}/${file}\\\"\\n\"\n"
           "    \"${from}_end: .popsection\");\nextern \"C\" const char ${from}[], ${from}_end[];\n")
    string(APPEND table "        {\"${file}\", {${from}, static_cast<std::size_t>(${from}_end - ${from})}},\n")
    math(EXPR index "${index} + 1")
endforeach()
file(WRITE ${OUTPUT} "#include \"records/carried.h\"\n\n${taken}\nnamespace iron {\n\n"
     "const std::vector<CarriedFile> &${NAME}() {\n    static const std::vector<CarriedFile> files = {\n${table}    };\n"
     "    return files;\n}\n\n} // namespace iron\n")
