// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <random>
#include <string>
#include <vector>

namespace layakari::bench {

struct Mangler {
    const char* name;
    std::function<std::string(std::string bytes, std::mt19937& random)> mangle;
};

/// What happens to files on cards, in mail and in the hands of somebody who means harm: bits turned
/// over, ends cut off, parts lost, doubled, out of order or of another file, lengths that lie, any
/// value where a number is expected.
const std::vector<Mangler>& manglers();

} // namespace layakari::bench
