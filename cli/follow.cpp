// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.hpp"
#include "cli/terminal.hpp"
#include "core/reading/live_reading.hpp"

#include <cstdio>
#include <memory>

namespace layakari::cli {

namespace {

struct FollowOptions {
    std::string recording;
    std::string plan;
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
    explicit Teller(LiveReading& live) : m_live(live) {}

    void hear(std::span<const float> samples)
    {
        for (std::size_t at = 0; at < samples.size(); at += blockSamples) {
            m_live.push(samples.subspan(at, std::min(blockSamples, samples.size() - at)));
            tell();
        }
    }

private:
    LiveReading& m_live;
    std::optional<LiveReading::Now> m_last;

    void tell()
    {
        const auto now = m_live.now();
        if (!now) return;
        if (!m_last || !now->goesOnFrom(*m_last)) {
            std::printf("%8.2f s  %-11s heard %.2f s after\n", now->sinceS, nameOf(*now).c_str(),
                        m_live.untilS() - now->sinceS);
        } else if (nameOf(*now) != nameOf(*m_last)) {
            std::printf("%10s  is %-8s as of %.2f s\n", "", nameOf(*now).c_str(), m_live.untilS());
        }
        m_last = now;
    }
};

int follow(const FollowOptions& options)
{
    const auto plan = planOption(options.plan);
    if (!plan) {
        complain(plan.error().message());
        return exitFor(plan.error());
    }
    LiveReading live(*plan);
    Teller teller(live);
    SoundDamage damage;
    auto info = decodeRecording(options.recording,
                                [&](std::span<const float> block) { teller.hear(block); }, damage,
                                {{}, stopOnInterrupt()});
    if (!info) {
        complain(info.error().message());
        return exitFor(info.error());
    }
    return Done;
}

} // namespace

void addFollow(CLI::App& app, std::function<int()>& run)
{
    auto options = std::make_shared<FollowOptions>();
    CLI::App* command = app.add_subcommand(
        "follow", "Hear a recording as it would be heard live: what, and how late it is known");
    command->set_version_flag("--version", "layakari-cli " LAYAKARI_VERSION);
    command->add_option("RECORDING", options->recording, "Any sound file")->required();
    command->add_option("--plan", options->plan, "A plan file, or a preset's id");
    command->callback([options, &run] { run = [options] { return follow(*options); }; });
}

} // namespace layakari::cli
