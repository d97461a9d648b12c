# SPDX-License-Identifier: GPL-3.0-or-later
# cmake -DFILES="a.json;b.json" -DNAME=embeddedPresets -DOUT=presets_data.cpp -P EmbedFiles.cmake
# Writes the files as raw string literals, by their names without ".json".
set(type "const std::vector<std::pair<std::string_view, std::string_view>>")
set(text "// Written by cmake/EmbedFiles.cmake.\n#include <string_view>\n#include <utility>\n#include <vector>\n\n")
string(APPEND text "namespace layakari {\n\nextern ${type} ${NAME};\n${type} ${NAME}{\n")
foreach(file IN LISTS FILES)
    cmake_path(GET file STEM id)
    file(READ "${file}" json)
    string(APPEND text "{\"${id}\", R\"json(${json})json\"},\n")
endforeach()
string(APPEND text "};\n\n}  // namespace layakari\n")
file(WRITE "${OUT}" "${text}")
