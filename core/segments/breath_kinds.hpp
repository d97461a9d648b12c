// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/segments/observations.hpp"

#include <array>
#include <vector>

namespace layakari {

/// A recording's two kinds of breath, what else it has of noise, and its room, as spectra.
///
/// A band's level is a Gaussian in dB about 10 lg(N + S 10^(l/10)): the room's power N and the
/// kind's S add, and l is how loud this moment is beside the kind's usual loudness. l is on a
/// ladder of steps and integrated out under the weights of what sounds: a body of a breath, its
/// rise, its fade. The room has a ladder of its own: one that swells keeps its shape.
class BreathKinds {
public:
    static constexpr std::size_t kinds = 2;
    /// Besides, one spectrum of noise that is none: wind on the microphone, traffic, a chair.
    static constexpr std::size_t noise = kinds;
    static constexpr std::size_t spectra = kinds + 1;
    /// -24 to +9 dB beside the kind's usual loudness, in steps of 3 dB, a seventh of the range that
    /// one breath's flow passes.
    static constexpr std::size_t rungs = 12;
    static constexpr float lowestRungDb = -24;
    static constexpr float rungDb = 3;
    /// Of the room, over its floor: in steps as fine as it is known, and coarser as it swells.
    static constexpr std::array<float, 10> roomRungsDb{-2, -1, 0, 1, 2, 3, 5, 7, 10, 14};
    static constexpr std::size_t roomRungs = roomRungsDb.size();

    struct Kind {
        Bands spectrumDb{}; ///< of its usual loudness, dB re full scale
        Bands spreadDb{};   ///< standard deviation where it is far over the room
        std::array<float, rungs> bodyLog{};
    };

    /// The log likelihood of a moment under each of what it may be, each tempered for frames and
    /// bands that are not independent.
    struct Likelihood {
        std::array<float, kinds> body{};
        std::array<float, kinds> edge{}; ///< rising or fading: any loudness up to the usual
        float room = 0;
        float other = 0; ///< none of these: this recording's other noise, or anything
    };

    BreathKinds(const std::array<Bands, spectra>& spectraDb, const Bands& roomSpreadDb);

    std::vector<Likelihood> likelihoods(const Observations& seen) const;

    /// One step of expectation maximisation: moves the spectra, their spreads and the weights of
    /// loudness to what the moments with these posteriors have. `body[k][i]`: of step i, that it is
    /// within a breath of kind k; `other[i]`, within another sound.
    void learn(const Observations& seen, const std::array<std::vector<float>, kinds>& body,
               const std::vector<float>& other);
    /// How far over the room, in its four best bands, a breath of usual loudness must be to be one,
    /// in dB of its own power to the room's. While the room is not well known, more is asked, so
    /// that what the floor is wrong by is not learned as a kind.
    void askFor(float overRoomDb) { m_leastDb = overRoomDb; }
    /// The room's spread and its swelling, from the moments that are probably the room's.
    void learnRoom(const Observations& seen, const std::vector<float>& room);

    const Kind& kind(std::size_t k) const { return m_kinds[k]; }

private:
    struct Expected; // of one kind or of the room, over one floor
    void expect(const Bands& roomDb, std::size_t k, Expected& expected) const;
    void expectRoom(const Bands& roomDb, Expected& expected) const;

    void learnOne(const Observations& seen, Kind& kind, std::size_t k,
                  const std::vector<float>& posterior);

    std::array<Kind, spectra> m_kinds;
    float m_leastDb = 0;
    Bands m_roomSpreadDb;
    std::array<float, roomRungs> m_roomLog{};
};

} // namespace layakari
