// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/practise/session.hpp"

#include "core/audio/block_queue.hpp"
#include "core/audio/rate_changer.hpp"
#include "core/base/barrier.hpp"
#include "core/base/files.hpp"
#include "core/plan/hum_targets.hpp"

#include <algorithm>
#include <atomic>
#include <cmath>

namespace layakari {

namespace {

// In a hold by the clock: what sounds sooner is the end of the breath before, kept a little long.
constexpr double breathInHoldS = 0.7;
constexpr double unknownS = 1e9; // when nobody practises yet
// Blocks of a sound card are of any size; the live ear is given some that are worth its thread's
// while and far shorter than the fifth of a second that it may be late.
constexpr double listenEveryS = 0.03;

// Led by the clock, the length of a count is known.
std::optional<Plan> planToHear(const PracticeSetup& setup)
{
    std::optional<Plan> plan = setup.plan;
    if (plan && setup.how.lead == Lead::ByClock) plan->countLengthS = setup.how.countS;
    return plan;
}

std::vector<double> targetsOf(const PracticeSetup& setup)
{
    std::vector<double> hz;
    if (setup.plan)
        for (const HumTarget& target : humTargets(*setup.plan, setup.known.tuning))
            hz.push_back(target.hz);
    return hz;
}

} // namespace

// What the live ear makes of the sound, beside the thread of the microphone or within it.
struct PracticeSession::Listening {
    LiveReading live;
    RateChanger toAnalysisRate;
    std::vector<double> targets;
    std::vector<float> waiting;
    std::size_t enough;
    std::atomic<double> fromS; ///< where the practice begins, once that is known
    mutable std::mutex mutex;
    std::vector<Correction> rests; ///< by the cue
    LiveFigures figures;
    std::optional<BlockQueue> queue; // last: its thread uses all of the above

    explicit Listening(const PracticeSetup& setup)
        : live(planToHear(setup), setup.known),
          toAnalysisRate(setup.sampleRateHz, analysisRateHz),
          targets(targetsOf(setup)),
          enough(static_cast<std::size_t>(listenEveryS * setup.sampleRateHz)),
          fromS(setup.plan ? unknownS : 0)
    {
        if (!setup.inStep)
            queue.emplace([this](std::span<const float> block) { hear(block); },
                          BlockQueue::Full::Grows);
    }

    void push(std::span<const float> samples)
    {
        waiting.insert(waiting.end(), samples.begin(), samples.end());
        if (waiting.size() < enough) return;
        if (queue)
            queue->push(waiting);
        else
            hear(waiting);
        waiting.clear();
    }

    void hear(std::span<const float> samples)
    {
        {
            const std::lock_guard lock(mutex);
            live.setCorrections(rests);
        }
        const bool looked = live.push(toAnalysisRate.push(samples));
        LiveFigures told = liveFigures(live, targets, fromS);
        const std::lock_guard lock(mutex);
        told.phases = looked ? std::make_shared<const std::vector<ReadPhase>>(live.soFar().phases)
                             : figures.phases;
        figures = std::move(told);
    }

    void end()
    {
        if (!waiting.empty()) {
            if (queue)
                queue->push(waiting);
            else
                hear(waiting);
            waiting.clear();
        }
        if (queue) queue->finish();
    }

    LiveFigures now() const
    {
        const std::lock_guard lock(mutex);
        return figures;
    }

    void setRests(std::vector<Correction> known)
    {
        const std::lock_guard lock(mutex);
        rests = std::move(known);
    }
};

namespace {

// What lies before the first cue is natural breathing, however alike it sounds, and so is what lies
// in a pause; the cycle that a pause breaks off is led again. The cue knows, and says so as a
// person would.
std::vector<Correction> whatIsRest(const Leader& leader, double preRollS)
{
    std::vector<Correction> rests;
    const auto add = [&](double fromS, double untilS) {
        rests.push_back({Correction::Kind::MarkRest, fromS, untilS});
    };
    if (const auto began = leader.practiceBeganS()) add(0, preRollS + *began);
    for (const Leader::Pause& pause : leader.pauses())
        add(preRollS + pause.fromS, preRollS + pause.untilS);
    return rests;
}

} // namespace

Result<std::unique_ptr<PracticeSession>> PracticeSession::begin(PracticeSetup setup)
{
    const auto folder = setup.recordings.empty() ? setup.recording.parent_path() : setup.recordings;
    int holder = 0;
    auto lock = RecordingLock::take(folder, &holder);
    if (!lock) return fail(lock.error());
    if (!*lock)
        return fail({ErrorCode::BadJournal, folder.string(), "",
                     "another Layakari is recording a practice here (process " +
                         std::to_string(holder) + ")",
                     "finish that one first"});
    auto recorder = Recorder::create(setup.recording, setup.sampleRateHz);
    if (!recorder) return fail(recorder.error());
    (*lock)->setRecording(recorder->target());
    return std::unique_ptr<PracticeSession>(
        new PracticeSession(std::move(setup), **std::move(lock), *std::move(recorder)));
}

PracticeSession::PracticeSession(PracticeSetup setup, RecordingLock lock, Recorder recorder)
    : m_setup(std::move(setup)),
      m_steps(m_setup.plan ? cueSteps(*m_setup.plan, m_setup.settleS, m_setup.stayS)
                           : std::vector<CueStep>{}),
      m_lock(std::move(lock)),
      m_recorder(std::move(recorder)),
      m_leader(m_steps, m_setup.how),
      m_toneMaker(m_setup.sampleRateHz, m_setup.tones),
      m_preRollS(static_cast<double>(m_setup.preRoll.size()) / m_setup.sampleRateHz),
      m_silence(m_setup.sampleRateHz),
      m_naming(m_setup.how.lead),
      m_listening(std::make_unique<Listening>(m_setup))
{
    m_damage.clean(m_setup.preRoll);
    m_recorder.push(m_setup.preRoll);
    m_listening->push(m_setup.preRoll);
    m_setup.preRoll = {};
}

PracticeSession::~PracticeSession() = default;

void PracticeSession::push(std::span<const float> sound, std::span<float> tones)
{
    m_clean.assign(sound.begin(), sound.end());
    m_damage.clean(m_clean);
    const std::span<const float> samples = m_clean;
    m_recorder.push(samples);
    m_listening->push(samples);
    const LiveFigures heard = m_listening->now();
    const std::lock_guard lock(m_mutex);
    m_silence.push(samples);
    m_samples += static_cast<std::int64_t>(samples.size());
    std::optional<LiveReading::Now> now = heard.now;
    if (now) {
        now->sinceS -= m_preRollS;
        if (heard.phases != m_compared) {
            m_compared = heard.phases;
            m_naming.setAgreement(m_cued.agreement(*m_compared, m_preRollS));
        }
        m_leader.hear({now->sound != HeardSpan::Kind::Silence, now->sinceS, m_naming.surely(*now),
                       now->sound == HeardSpan::Kind::Hum});
    }
    if (const auto began = m_leader.practiceBeganS())
        m_listening->fromS = *began + m_preRollS - CueNaming::meantS;
    m_leader.advance(static_cast<double>(m_samples) / m_setup.sampleRateHz);
    if (const std::size_t rests = m_leader.pauses().size() + m_leader.practiceBeganS().has_value();
        rests != m_restsTold) {
        m_listening->setRests(whatIsRest(m_leader, m_preRollS));
        m_restsTold = rests;
    }
    if (now && !m_steps.empty()) m_naming.hear(*now, m_leader.now(), m_leader.step());
    if (!m_steps.empty())
        m_cued.add(m_leader.now(), m_leader.step(),
                   static_cast<double>(m_samples) / m_setup.sampleRateHz);
    m_toneMaker.take(m_leader.takeEvents(), m_steps, m_leader.now().countS);
    m_toneMaker.render(tones);
}

PracticeNow PracticeSession::now() const
{
    PracticeNow now;
    now.heard = m_listening->now();
    now.recordingFailure = m_recorder.failure();
    const std::lock_guard lock(m_mutex);
    now.cue = m_leader.now();
    now.untilS = static_cast<double>(m_samples) / m_setup.sampleRateHz;
    now.silentForS = m_silence.silentForS();
    if (now.heard.now) {
        LiveReading::Now& heard = *now.heard.now;
        heard.sinceS -= m_preRollS;
        heard = m_naming.named(heard);
    }
    for (auto* phases : {&now.heard.lately, &now.heard.since})
        for (LiveFigures::Kept& kept : *phases) {
            kept.startS -= m_preRollS;
            kept.endS -= m_preRollS;
        }
    // Paused, one is to breathe.
    if (m_steps.empty() || now.cue.over || now.cue.paused) return now;
    const CueStep& step = m_steps[now.cue.step];
    now.breathInHold = step.kind == CueStep::Kind::Phase && isHold(step.phase.kind) &&
                       !step.endsByBreath && m_setup.how.lead == Lead::ByClock && now.heard.now &&
                       now.heard.now->sound != HeardSpan::Kind::Silence &&
                       now.untilS - now.cue.beganS > breathInHoldS;
    return now;
}

void PracticeSession::pause()
{
    const std::lock_guard lock(m_mutex);
    m_leader.pause();
}

void PracticeSession::resume()
{
    const std::lock_guard lock(m_mutex);
    m_leader.resume();
}

void PracticeSession::skip()
{
    const std::lock_guard lock(m_mutex);
    m_leader.skip();
}

void PracticeSession::stop()
{
    const std::lock_guard lock(m_mutex);
    m_leader.stop();
}

Result<PracticeSession::Ended> PracticeSession::finish(const Progress& progress)
{
    // The recording first: whatever becomes of the listening, it is there.
    auto written = m_recorder.finish();
    if (!written) return fail(written.error());
    return withoutThrowing(ErrorCode::CannotRead, written->string(),
                           [&] { return readAgain(*written, progress); });
}

Result<PracticeSession::Ended> PracticeSession::readAgain(const std::filesystem::path& written,
                                                          const Progress& progress)
{
    m_listening->end();
    RecordingInfo info;
    info.file = written.string();
    info.sampleRateHz = m_setup.sampleRateHz;
    info.channels = 1;
    info.durationSeconds = m_preRollS + static_cast<double>(m_samples) / m_setup.sampleRateHz;
    const auto hash = sha256OfFile(written);
    if (!hash) return fail(hash.error());
    info.sha256 = *hash;
    m_damage.readSeconds = info.durationSeconds;
    Ended ended;
    ended.recording = written;
    ended.practised = !m_setup.plan || m_leader.practiceBeganS().has_value();
    ended.recordingFailure = m_recorder.failure();
    ended.listened = std::make_shared<const Listened>(
        m_listening->live.finish(std::move(info), m_damage, progress));
    Known known = m_setup.known;
    for (const Correction& rest : whatIsRest(m_leader, m_preRollS))
        if (laidOver(ended.listened->heard, {rest}).lost.empty()) known.corrections.push_back(rest);
    Reading reading = readAgainst(*ended.listened, m_setup.plan, known);
    const auto readWith = [&](const std::vector<Correction>& names) {
        if (names.empty()) return false;
        known.corrections.insert(known.corrections.end(), names.begin(), names.end());
        reading = readAgainst(*ended.listened, m_setup.plan, known);
        return true;
    };
    const bool isLed = m_setup.how.lead == Lead::ByClock;
    const bool isSure = reading.fit && reading.fit->probability > CueNaming::sureOfSides;
    constexpr std::size_t fewNames = 6;
    constexpr std::size_t manyNames = 48;
    // A cue that follows has its names from the same ear: only the clock's agreement says more.
    if (isLed && !isSure) readWith(m_cued.namesThatAgree(reading, m_preRollS, fewNames));
    // A few turn all of it, as a rule; where something speaks for the other way round in every
    // cycle, it takes more.
    for (std::size_t most = fewNames; (isLed || !isSure) && most <= manyNames; most *= 2)
        if (!readWith(m_cued.namesFor(reading, m_preRollS, most))) break;
    ended.reading = std::make_shared<const Reading>(std::move(reading));
    ended.profile = profileIn(*ended.listened, *ended.reading);
    constexpr std::size_t worthOffering = 3;
    if (!m_setup.plan)
        ended.guesses = guessPlans(*ended.listened, m_setup.mayBe, m_setup.known, worthOffering);
    return ended;
}

} // namespace layakari
