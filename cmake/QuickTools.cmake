# SPDX-License-Identifier: GPL-3.0-or-later
# Tools of the presets that are used where they are installed: the compiler's cache, and a linker that takes
# a fraction of the usual one's time.
find_program(CCACHE ccache)
if(CCACHE AND NOT LAYAKARI_TOGETHER)
    # Precompiled headers carry times and macros that do not matter here.
    set(CMAKE_CXX_COMPILER_LAUNCHER ${CMAKE_COMMAND} -E env CCACHE_SLOPPINESS=pch_defines,time_macros,include_file_mtime,include_file_ctime ${CCACHE})
    if(CMAKE_CXX_COMPILER_ID STREQUAL GNU)
        add_compile_options(-fpch-preprocess)
    endif()
endif()
find_program(MOLD ld.mold)
find_program(GOLD ld.gold)
if(MOLD)
    add_link_options(-fuse-ld=mold)
elseif(GOLD)
    add_link_options(-fuse-ld=gold)
endif()
