// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/base/text.hpp"
#include "core/reading/live_reading.hpp"

#include <cstdio>
#include <memory>
#include <nlohmann/json.hpp>

namespace layakari::cli {

namespace {

struct FollowOptions {
    std::string recording;
    std::string plan;
    bool asJson = false;
};

// As large as the blocks in which a sound card hands over its sound.
constexpr std::size_t blockSamples = analysisRateHz / 100;

std::string nameOf(const LiveReading::Now& now)
{
    if (now.sound == HeardSpan::Kind::Strokes) return "strokes";
    if (now.sound == HeardSpan::Kind::Hum) return "hum";
    if (!now.phase) return now.sound == HeardSpan::Kind::Silence ? "quiet" : "sound";
    return toWord(*now.phase);
}

// Says each thing once, when it is first heard.
class Teller {
public:
    Teller(LiveReading& live, bool asJson) : m_live(live), m_asJson(asJson) {}

    void hear(std::span<const float> samples)
    {
        for (std::size_t at = 0; at < samples.size(); at += blockSamples) {
            m_live.push(samples.subspan(at, std::min(blockSamples, samples.size() - at)));
            tell();
        }
    }

private:
    LiveReading& m_live;
    bool m_asJson;
    std::optional<LiveReading::Now> m_last;

    void tell()
    {
        const auto now = m_live.now();
        if (!now) return;
        const bool isNew = !m_last || !now->goesOnFrom(*m_last);
        if (m_asJson && (isNew || nameOf(*now) != nameOf(*m_last))) {
            std::printf("%s\n", jsonText(nlohmann::ordered_json{{"since_s", now->sinceS},
                                                                {"heard_s", m_live.untilS()},
                                                                {"sound", nameOf(*now)},
                                                                {"renamed", !isNew}})
                                    .c_str());
        } else if (isNew) {
            std::printf("%8.2f s  %-11s heard %.2f s after\n", now->sinceS, nameOf(*now).c_str(),
                        m_live.untilS() - now->sinceS);
        } else if (nameOf(*now) != nameOf(*m_last)) {
            std::printf("%10s  is %-8s as of %.2f s\n", "", nameOf(*now).c_str(), m_live.untilS());
        }
        std::fflush(stdout);
        m_last = now;
    }
};

int follow(const FollowOptions& options)
{
    const auto plan = planOption(options.plan);
    if (!plan) return refuse(plan.error());
    const auto recording = NamedRecording::open(options.recording);
    if (!recording) return refuse(recording.error());
    LiveReading live(*plan);
    Teller teller(live, options.asJson);
    SoundDamage damage;
    auto info =
        decodeRecording(recording->file, [&](std::span<const float> block) { teller.hear(block); },
                        damage, {{}, stopOnInterrupt()});
    if (info) return Done;
    Error error = info.error();
    error.file = recording->name;
    return refuse(error);
}

} // namespace

void addFollow(CLI::App& app, std::function<int()>& run)
{
    auto options = std::make_shared<FollowOptions>();
    CLI::App* command = app.add_subcommand(
        "follow", "Hear a recording as it would be heard live: what, and how late it is known");
    command->add_option("RECORDING", options->recording, "Any sound file, or -")->required();
    command->add_option("--plan", options->plan, "A plan file, a preset's id, or -");
    command->add_flag("--json", options->asJson, "Print one line of JSON for each thing heard");
    command->footer("Example:\n  layakari-cli follow monday.m4a --plan four-seven-eight");
    command->callback([options, &run] { run = [options] { return follow(*options); }; });
}

} // namespace layakari::cli
