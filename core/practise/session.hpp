// SPDX-License-Identifier: GPL-3.0-or-later
//
// A practice while it happens: the cue leads, the recorder writes, the live ear listens, all on the
// clock of the microphone's samples.
//
//     auto session = PracticeSession::begin(setup);
//     (*session)->push(samples, tones);      // from the thread of the microphone, again and again
//     (*session)->now();                     // from the thread that shows it
//     auto ended = (*session)->finish();     // the second look, and the file
#pragma once

#include "core/audio/recorder.hpp"
#include "core/cue/leader.hpp"
#include "core/cue/tones.hpp"
#include "core/practise/cue_naming.hpp"
#include "core/practise/cued_breaths.hpp"
#include "core/practise/live_figures.hpp"
#include "core/practise/silent_input.hpp"
#include "core/reading/plan_guess.hpp"

#include <memory>
#include <mutex>

namespace layakari {

struct PracticeSetup {
    std::optional<Plan> plan; ///< nothing: free practice, which nothing leads
    std::vector<Plan> mayBe;  ///< what free practice may turn out to have been
    HowToLead how;
    double settleS = 0;
    double stayS = 0;
    ToneVolumes tones;
    Known known;                     ///< of the person who practises
    std::filesystem::path recording; ///< where it goes, .flac
    /// The folder of all recordings, into which one program records at a time; empty: the folder of
    /// this one.
    std::filesystem::path recordings;
    int sampleRateHz = 48000;
    std::vector<float> preRoll; ///< what the microphone gave just before
    /// Listens within `push`, so that fast time is as deterministic as a file; else on a thread of
    /// its own, and `push` returns at once.
    bool inStep = false;
};

/// All that a page shows of a practice.
struct PracticeNow {
    CueMoment cue;
    double untilS = 0;         ///< since it was begun
    LiveFigures heard;         ///< times since it was begun
    bool breathInHold = false; ///< in a hold by the clock, somebody breathes
    double silentForS = 0;     ///< as `SilentInput`
    std::optional<Error> recordingFailure;
};

class PracticeSession {
public:
    /// Errors as `Recorder::create`; BadJournal while another program records there.
    static Result<std::unique_ptr<PracticeSession>> begin(PracticeSetup setup);
    ~PracticeSession();
    PracticeSession(const PracticeSession&) = delete;
    PracticeSession& operator=(const PracticeSession&) = delete;

    /// The microphone's next samples; fills as many of the cue's tones.
    void push(std::span<const float> sound, std::span<float> tones);

    PracticeNow now() const;
    const std::vector<CueStep>& steps() const { return m_steps; }
    const PracticeSetup& setup() const { return m_setup; }

    void pause();
    void resume();
    void skip();
    void stop();

    struct Ended {
        std::filesystem::path recording;
        bool practised = true; ///< false where it was stopped while one still settled
        std::shared_ptr<const Listened> listened;
        /// Against the plan that was cued. That one settled before the first cue is a correction
        /// in it, so that it is still known when the recording is read again.
        std::shared_ptr<const Reading> reading;
        std::optional<BreathProfile> profile;  ///< what it tells of this person's breath
        std::vector<PlanGuess> guesses;        ///< of free practice, the best first
        std::optional<Error> recordingFailure; ///< then the file is shorter than what was heard
    };
    /// Ends the recording, listens again to all of it and reads it. Nothing can be pushed after.
    /// Errors as `Recorder::finish`.
    Result<Ended> finish(const Progress& progress = {});

private:
    struct Listening;
    PracticeSession(PracticeSetup setup, RecordingLock lock, Recorder recorder);
    Result<Ended> readAgain(const std::filesystem::path& written, const Progress& progress);

    PracticeSetup m_setup;
    std::vector<CueStep> m_steps;
    RecordingLock m_lock; // longer than what is recorded under it
    Recorder m_recorder;
    mutable std::mutex m_mutex; // of what follows, but the listening
    Leader m_leader;
    ToneMaker m_toneMaker;
    double m_preRollS = 0;
    std::int64_t m_samples = 0; ///< since it was begun
    std::vector<float> m_clean; // of what `push` was given
    SoundDamage m_damage;
    SilentInput m_silence;
    std::size_t m_restsTold = 0; ///< to the live reading
    CueNaming m_naming;
    CuedBreaths m_cued;
    std::shared_ptr<const std::vector<ReadPhase>> m_compared; ///< with what was cued
    std::unique_ptr<Listening> m_listening;
};

} // namespace layakari
