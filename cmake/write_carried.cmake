# Writes OUTPUT: a C++ file with the bytes of FILES (names below FOLDER). As numbers, so that no text in
# them can end a literal and no literal gets too long for the compiler.
set(text "#include \"records/carried.h\"\n\nnamespace iron {\n\nnamespace {\n")
set(table "")
set(index 0)
foreach(file IN LISTS FILES)
    file(READ ${FOLDER}/${file} hex HEX)
    string(REGEX REPLACE "([0-9a-f][0-9a-f])" "0x\\1," bytes "${hex}")
    string(APPEND text "const unsigned char file_${index}[] = {${bytes}0};\n")
    string(APPEND table "        {\"${file}\", {reinterpret_cast<const char *>(file_${index}), sizeof(file_${index}) - 1}},\n")
    math(EXPR index "${index} + 1")
endforeach()
string(APPEND text "} // namespace\n\nconst std::vector<CarriedFile> &${NAME}() {\n"
       "    static const std::vector<CarriedFile> files = {\n${table}    };\n    return files;\n}\n\n} // namespace iron\n")
file(WRITE ${OUTPUT} "${text}")
