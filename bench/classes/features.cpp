// SPDX-License-Identifier: GPL-3.0-or-later
//
// Usage: bench-features SOUND OUT: what the classes of sound are told from, as 32-bit floats.
#include "bench/common/shell.hpp"
#include "bench/common/track.hpp"
#include "core/classes/class_input.hpp"

#include <fstream>

int main(int argc, char** argv)
{
    using namespace layakari;
    if (argc != 3) bench::giveUp("Usage: bench-features SOUND OUT");
    const FeatureTrack track = bench::trackOf(argv[1]);
    const ClassInput input = classInput(track, NoiseFloor(track));
    std::ofstream out(argv[2], std::ios::binary);
    out.write(reinterpret_cast<const char*>(input.values.data()),
              static_cast<std::streamsize>(input.values.size() * sizeof(float)));
    if (!out.flush()) bench::giveUp(std::string("cannot write ") + argv[2]);
    return 0;
}
