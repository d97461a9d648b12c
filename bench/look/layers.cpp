// SPDX-License-Identifier: GPL-3.0-or-later
//
// Usage: bench-layers SOUND OUT.json: what each layer of the ear finds in a recording, every
// 20 ms, for bench/look/layers.py to draw.
#include "bench/common/shell.hpp"
#include "bench/common/track.hpp"
#include "core/hear/listener.hpp"

#include <fstream>
#include <nlohmann/json.hpp>

namespace {

using namespace layakari;
using nlohmann::json;

// Mean over the bands of what stands over the room, dB.
json riseOf(const FeatureTrack& track, const Room& room, std::size_t steps)
{
    json rise = json::array();
    for (std::size_t i = 0; i < steps; ++i) {
        const std::size_t frame = Observations::frameOf(i);
        float mean = 0;
        for (std::size_t b = 0; b < bandCount; ++b)
            mean += (track.levels(frame)[b] - room.floor.at(frame)[b] - room.gainAt(frame)) /
                    static_cast<float>(bandCount);
        rise.push_back(mean);
    }
    return rise;
}

json edgesOf(const std::vector<Sound>& sounds)
{
    json edges = json::array();
    for (const Sound& sound : sounds)
        for (const Moment& edge : {sound.start, sound.end})
            edges.push_back({edge.seconds, edge.sdSeconds});
    return edges;
}

} // namespace

int main(int argc, char** argv)
{
    if (argc != 3) bench::giveUp("Usage: bench-layers SOUND OUT.json");
    const FeatureTrack track = bench::trackOf(argv[1]);
    std::optional<Layers> found;
    listenTo(track, {}, nullptr, &found);
    if (!found) bench::giveUp("there is no sound in it");
    const Layers& layers = *found;
    const std::size_t steps = layers.classes.steps();
    const SegmentModel::Posterior& posterior = layers.found.posterior;
    const json all{{"hop_s", Observations::hopSeconds},
                   {"rise_db", riseOf(track, layers.room, steps)},
                   {"classes", layers.classes.probability},
                   {"hidden", layers.classes.hidden},
                   {"a", posterior.breath[0]},
                   {"b", posterior.breath[1]},
                   {"pause", posterior.pause},
                   {"turn", posterior.turn},
                   {"spectra_db", {layers.found.spectrumDb(0), layers.found.spectrumDb(1)}},
                   {"room_db", layers.room.floor.step(layers.room.floor.steps() / 2)},
                   {"edges", edgesOf(layers.placed.sounds)},
                   {"decay_s", layers.placed.echo.decayS},
                   {"direct_db", layers.placed.echo.directDb}};
    std::ofstream out(argv[2]);
    out << all.dump();
    if (!out.flush()) bench::giveUp(std::string("cannot write ") + argv[2]);
    return 0;
}
