// SPDX-License-Identifier: GPL-3.0-or-later
//
// Leads through a practice on the clock of its samples:
//
//     Leader leader(cueSteps(plan, 20, 30), how);
//     leader.hear(what);             // when something begins to sound, or to be quiet
//     leader.advance(untilS);        // as the samples come in
//     for (const CueEvent& e : leader.takeEvents()) ...
#pragma once

#include "core/cue/cue_steps.hpp"

namespace layakari {

enum class Lead {
    ByClock,   ///< each phase lasts its counts
    Following, ///< each phase lasts as long as the breath that is heard; the cue only counts
               ///< along, by and by at the count of whoever is followed
};

struct HowToLead {
    Lead lead = Lead::ByClock;
    double countS = 1;
    /// The count grows by this share of itself in each minute of practice, without a jump within a
    /// phase.
    double slowerPerMinute = 0;
};

/// What sounds at this moment, as the leader needs to know it.
struct BreathHeard {
    bool sounds = false;
    double sinceS = 0; ///< when it began
    /// What it is, where the ear is sure of it by more than the cue.
    std::optional<PhaseKind> kind = {};
    bool isHum = false; ///< surely; no breath is taken for one
};

struct CueEvent {
    enum class Kind {
        Step,  ///< another step begins
        Count, ///< within a phase, the next count; within strokes, the next stroke
        End,   ///< there is nothing more to do
    };
    Kind kind = Kind::Step;
    double atS = 0;
    std::size_t step = 0;
    int count = 0; ///< counts that are over; of strokes, those that are
};

/// Where the practice is.
struct CueMoment {
    std::size_t step = 0;
    double beganS = 0;
    double countS = 1;  ///< the length of a count in this step
    double counts = 0;  ///< that have passed in it; strokes of a run that were led
    double share = 0;   ///< of its length, 0 to 1; 0 where the length is not known
    double leftS = 0;   ///< of a step by time
    int breaths = 0;    ///< heard in a rest
    bool waits = false; ///< for a breath to begin, or to end
    bool paused = false;
    bool over = false;
};

/// How long a practice goes on from a moment in it.
struct Remaining {
    double seconds = 0;
    bool isAtLeast = false; ///< something open-ended is still to come, or on
};
/// Steps by breaths are taken at twelve natural breaths a minute, the low end of an adult at rest.
Remaining remainingOf(const std::vector<CueStep>& steps, const CueMoment& moment);

class Leader {
public:
    /// `steps` as `cueSteps` gives them; nothing to do is over at once.
    Leader(std::vector<CueStep> steps, const HowToLead& how);

    /// Goes on to `untilS`, seconds on the clock of the samples. Steps that end by the clock end
    /// and begin at their exact times, wherever the blocks of samples end.
    void advance(double untilS);
    /// Tells what sounds now. Repeating it is harmless.
    void hear(const BreathHeard& heard);

    void pause();
    /// Begins the cycle or the run again in which it was paused.
    void resume();
    /// Ends the step that is on: a rest, settling, a hold, a phase that waits.
    void skip();
    void stop();

    const std::vector<CueStep>& steps() const { return m_steps; }
    const CueStep& step() const { return m_steps[m_moment.step]; }
    CueMoment now() const;
    /// When the first phase or run began; nothing before that.
    std::optional<double> practiceBeganS() const { return m_practiceBeganS; }
    /// Stretches in which a person paused, from the beginning of the cycle that was broken off and
    /// is led again.
    struct Pause {
        double fromS = 0;
        double untilS = 0;
    };
    const std::vector<Pause>& pauses() const { return m_pauses; }
    /// What happened since they were last taken, in the order of time.
    std::vector<CueEvent> takeEvents();

private:
    /// A quiet that lasts so long is the end of a breath and no flutter.
    static constexpr double leastQuietS = 0.2;

    std::vector<CueStep> m_steps;
    HowToLead m_how;
    double m_followedCountS; ///< as whoever is followed keeps it
    int m_followed = 0;      ///< phases by which that is known
    CueMoment m_moment;
    double m_nowS = 0;
    double m_cycleBeganS = 0; ///< the one that goes on
    std::vector<Pause> m_pauses;
    std::optional<double> m_practiceBeganS;
    std::vector<CueEvent> m_events;
    int m_toldCounts = 0;
    BreathHeard m_heard;
    double m_toldAtS = 0;
    struct Ended {
        std::size_t step = 0;
        double beganS = 0;
        double endedS = 0;
    };
    std::optional<Ended> m_endedByEar; ///< the step before, where a sound or a quiet ended it
    bool m_hasBegun = false;           ///< the breath of this phase is heard
    double m_breathSinceS = 0;         ///< since when
    double m_mostEarlyS = 0; ///< so long before its cue a breath may begin and be meant for it
    int m_soundsInRest = 0;
    bool m_isCounted = false; ///< the sound that is heard, among those

    void begin(std::size_t step, double atS);
    void end(double atS);
    std::optional<double> endByClock() const;
    bool followsBreath() const;
    void tellCounts(double untilS);
    double lengthS(const CueStep& step) const;
    double shareDone(double atS) const;
    void hearPhase(double nowS);
    void endBreath(double atS);
    void endHeard(double atS);
    void takeBackIfMistaken(const BreathHeard& heard);
    bool findItsPlace(double nowS);
    bool goToHum();
    std::optional<std::size_t> stepOfHum() const;
    void goTo(std::size_t step);
    std::optional<std::size_t> stepOfCycle(PhaseKind kind) const;
    std::optional<std::size_t> laterStep(PhaseKind kind) const;
    bool wasSip() const;
    bool wasBoth(double untilS) const;
    void endBoth(double atS);
    void goBackToHold(double nowS);
    void hearInRest(double nowS);
};

} // namespace layakari
