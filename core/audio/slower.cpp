// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/audio/slower.hpp"

#include <SoundTouch.h>

#include <cmath>

namespace layakari {

namespace {

void receiveAll(soundtouch::SoundTouch& touch, std::vector<float>& out)
{
    constexpr unsigned most = 8192;
    for (;;) {
        const std::size_t before = out.size();
        out.resize(before + most);
        const unsigned received = touch.receiveSamples(out.data() + before, most);
        out.resize(before + received);
        if (received == 0) return;
    }
}

} // namespace

std::vector<float> atPace(std::span<const float> sound, int rateHz, double pace)
{
    static_assert(sizeof(soundtouch::SAMPLETYPE) == sizeof(float));
    if (pace == 1 || sound.empty()) return {sound.begin(), sound.end()};
    constexpr std::size_t block = 16384;
    soundtouch::SoundTouch touch;
    touch.setSampleRate(static_cast<unsigned>(rateHz));
    touch.setChannels(1);
    touch.setTempo(pace);
    std::vector<float> out;
    for (std::size_t i = 0; i < sound.size(); i += block) {
        const std::size_t count = std::min(block, sound.size() - i);
        touch.putSamples(sound.data() + i, static_cast<unsigned>(count));
        receiveAll(touch, out);
    }
    touch.flush();
    receiveAll(touch, out);
    out.resize(static_cast<std::size_t>(std::lround(static_cast<double>(sound.size()) / pace)),
               0.0f);
    return out;
}

} // namespace layakari
