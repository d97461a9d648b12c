// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/simulate/truth.hpp"

#include "core/base/text.hpp"

#include <nlohmann/json.hpp>

namespace layakari {

std::string truthToJson(const Truth& truth)
{
    using Json = nlohmann::ordered_json;
    Json document{{"format", "layakari.truth"},
                  {"version", 1},
                  {"plan", Json::parse(planToJson(truth.plan))}};
    for (const char* list : {"phases", "strokes", "hums", "voice"}) document[list] = Json::array();
    for (const Truth::Phase& p : truth.phases)
        document["phases"].push_back({{"kind", p.kind},
                                      {"sound", toWord(p.sound)},
                                      {"start_s", p.startS},
                                      {"end_s", p.endS},
                                      {"role", toWord(p.role)},
                                      {"cycle", p.cycle ? Json(*p.cycle) : Json(nullptr)}});
    for (const Truth::Stroke& s : truth.strokes)
        document["strokes"].push_back({{"run", s.run}, {"time_s", s.timeS}});
    for (const Truth::Hum& h : truth.hums)
        document["hums"].push_back({{"start_s", h.startS},
                                    {"end_s", h.endS},
                                    {"pitch_hz", h.pitchHz},
                                    {"breaks", h.breaks}});
    for (const Truth::Stretch& v : truth.voice)
        document["voice"].push_back({{"start_s", v.startS}, {"end_s", v.endS}});
    return jsonText(document, 1) + "\n";
}

} // namespace layakari
