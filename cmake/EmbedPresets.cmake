# SPDX-License-Identifier: GPL-3.0-or-later
# cmake -DPRESETS="a.json;b.json" -DOUT=presets_data.cpp -P EmbedPresets.cmake
# Writes the preset files as raw string literals, by their names without ".json".
set(text "// Written by cmake/EmbedPresets.cmake.\n#include <string_view>\n#include <utility>\n#include <vector>\n\n")
string(APPEND text "namespace layakari {\n\nextern const std::vector<std::pair<std::string_view, std::string_view>> embeddedPresets;\n")
string(APPEND text "const std::vector<std::pair<std::string_view, std::string_view>> embeddedPresets{\n")
foreach(file IN LISTS PRESETS)
    cmake_path(GET file STEM id)
    file(READ "${file}" json)
    string(APPEND text "{\"${id}\", R\"json(${json})json\"},\n")
endforeach()
string(APPEND text "};\n\n}  // namespace layakari\n")
file(WRITE "${OUT}" "${text}")
