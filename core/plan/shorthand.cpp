// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/shorthand.hpp"

#include "core/base/checked_json.hpp"
#include "core/language/message.hpp"

#include <algorithm>
#include <array>
#include <cctype>
#include <charconv>
#include <cmath>

namespace layakari {

namespace {

constexpr std::size_t longestLine = 400;

struct Word {
    std::string text; // lower case
    std::size_t at = 0;
};

[[noreturn]] void fault(std::size_t at, std::string cause)
{
    throw ShorthandFault{at, std::move(cause)};
}

bool isSpace(char c) { return c == ' ' || c == '\t' || c == ','; }

// Words are parted by spaces and commas; "x6", "@60" and "4-7-8" are one word each.
std::vector<Word> wordsOf(std::string_view line)
{
    std::vector<Word> words;
    for (std::size_t i = 0; i < line.size();) {
        if (isSpace(line[i])) {
            ++i;
            continue;
        }
        Word word{"", i};
        while (i < line.size() && !isSpace(line[i]))
            word.text += static_cast<char>(std::tolower(static_cast<unsigned char>(line[i++])));
        words.push_back(std::move(word));
    }
    return words;
}

std::optional<double> numberIn(std::string_view text)
{
    double value = 0;
    const auto [end, error] =
        std::from_chars(text.data(), text.data() + text.size(), value, std::chars_format::fixed);
    if (error != std::errc() || end != text.data() + text.size() || !std::isfinite(value))
        return std::nullopt;
    return value;
}

double boundedCounts(double value, std::size_t at)
{
    if (value < 0 || value > planLimits::counts)
        fault(at, say("error.most-counts", {{"most", shortNumber(planLimits::counts)}}));
    return value;
}

// "4", "5..8", "*"; nothing when it is none of them.
std::optional<TargetCounts> countsIn(std::string_view text, std::size_t at)
{
    if (text == "*" || text == "open") return TargetCounts::comfortable();
    if (const auto dots = text.find(".."); dots != std::string_view::npos) {
        const auto low = numberIn(text.substr(0, dots));
        const auto high = numberIn(text.substr(dots + 2));
        if (!low || !high) return std::nullopt;
        if (boundedCounts(*low, at) > boundedCounts(*high, at) || *high == 0)
            fault(at, "a range goes from its smaller to its larger number, as in 5..8");
        return TargetCounts::between(*low, *high);
    }
    const auto number = numberIn(text);
    if (!number) return std::nullopt;
    return TargetCounts::exactly(boundedCounts(*number, at));
}

bool isZero(const TargetCounts& counts) { return !counts.open && counts.max == 0; }

std::optional<PhaseKind> kindIn(const std::string& word, std::optional<PhaseKind> lastBreath)
{
    if (word == "in" || word == "inhale" || word == "puraka") return PhaseKind::Inhale;
    if (word == "out" || word == "exhale" || word == "rechaka") return PhaseKind::Exhale;
    if (word == "full") return PhaseKind::HoldFull;
    if (word == "empty") return PhaseKind::HoldEmpty;
    if (word == "hold" || word == "held" || word == "kumbhaka")
        return lastBreath == PhaseKind::Exhale ? PhaseKind::HoldEmpty : PhaseKind::HoldFull;
    return std::nullopt;
}

class Reader {
public:
    explicit Reader(std::string_view line) : m_words(wordsOf(line))
    {
        if (line.size() > longestLine) fault(longestLine, "the line is too long");
        if (m_words.empty()) fault(0, "write a breath, for example 4-7-8 or in 4 out 6");
    }

    Shorthand read()
    {
        readContent();
        while (m_next < m_words.size()) readSuffix();
        applyUnit();
        return std::move(m_result);
    }

private:
    std::vector<Word> m_words;
    std::size_t m_next = 0;
    Shorthand m_result;
    double m_unit = 1; // counts that one written count stands for

    bool more() const { return m_next < m_words.size(); }
    const Word& word() const { return m_words[m_next]; }

    void readContent()
    {
        if (isStrokesLine()) return readStrokes();
        if (std::isdigit(static_cast<unsigned char>(word().text[0])) || word().text[0] == '*' ||
            word().text[0] == '.')
            return readNumbers();
        readWords();
    }

    static bool isStrokeWord(const std::string& text)
    {
        return text == "strokes" || text == "kapalabhati" || text == "bhastrika" ||
               text == "bellows";
    }

    bool isStrokesLine() const
    {
        return isStrokeWord(m_words[0].text) ||
               (m_words.size() > 1 && isStrokeWord(m_words[1].text));
    }

    void readStrokes()
    {
        Strokes strokes;
        std::optional<double> number;
        for (int i = 0; i < 2 && more(); ++i, ++m_next) {
            const std::string& text = word().text;
            if (isStrokeWord(text))
                strokes.style = text == "bhastrika" || text == "bellows" ? StrokeStyle::Bhastrika
                                                                         : StrokeStyle::Kapalabhati;
            else if (!number && numberIn(text))
                number = numberIn(text);
            else
                break;
        }
        const std::size_t at = more() ? word().at : m_words.back().at;
        if (!number || *number < 1 || *number > planLimits::strokes ||
            *number != std::floor(*number))
            fault(at,
                  say("error.how-many-strokes", {{"most", std::to_string(planLimits::strokes)}}));
        strokes.strokes = static_cast<int>(*number);
        m_result.content = strokes;
    }

    // "4-7-8": one number is an even breath, two are inhale and exhale, three have a hold in
    // between, four a hold out as well.
    void readNumbers()
    {
        const Word& written = word();
        std::vector<TargetCounts> counts;
        std::size_t begin = 0;
        while (begin <= written.text.size()) {
            const std::size_t end =
                std::min(written.text.find_first_of("-:", begin), written.text.size());
            const std::string part = written.text.substr(begin, end - begin);
            const auto target = countsIn(part, written.at + begin);
            if (!target) fault(written.at + begin, say("error.no-counts", {{"text", part}}));
            counts.push_back(*target);
            begin = end + 1;
        }
        ++m_next;
        if (counts.size() == 1) counts.push_back(counts[0]);
        if (counts.size() > 4)
            fault(written.at, "a cycle in numbers has two to four of them; use words for more");
        static constexpr std::array two{PhaseKind::Inhale, PhaseKind::Exhale};
        static constexpr std::array four{PhaseKind::Inhale, PhaseKind::HoldFull, PhaseKind::Exhale,
                                         PhaseKind::HoldEmpty};
        std::vector<Phase> phases;
        for (std::size_t i = 0; i < counts.size(); ++i)
            add(phases, counts.size() == 2 ? two[i] : four[i], counts[i], written.at);
        m_result.content = std::move(phases);
    }

    static void add(std::vector<Phase>& phases, PhaseKind kind, const TargetCounts& counts,
                    std::size_t at)
    {
        if (isZero(counts)) {
            if (isHold(kind)) return;
            fault(at, "a breath cannot take 0 counts; only a hold may be left out with 0");
        }
        if (phases.size() >= static_cast<std::size_t>(planLimits::phasesPerCycle))
            fault(at,
                  say("error.most-phases", {{"most", std::to_string(planLimits::phasesPerCycle)}}));
        Phase phase;
        phase.kind = kind;
        phase.counts = counts;
        phases.push_back(phase);
    }

    void readWords()
    {
        std::vector<Phase> phases;
        std::optional<PhaseKind> lastBreath;
        while (more()) {
            const auto kind = kindIn(word().text, lastBreath);
            if (!kind) break;
            const std::size_t at = word().at;
            ++m_next;
            if (kind == PhaseKind::HoldFull || kind == PhaseKind::HoldEmpty) skipHoldSide();
            const auto counts =
                more() ? countsIn(word().text, word().at) : std::optional<TargetCounts>();
            if (!counts)
                fault(more() ? word().at : at, "say for how many counts, as in in 4 out 6");
            ++m_next;
            const std::size_t before = phases.size();
            add(phases, sideOfHold(*kind), *counts, at);
            m_heldSide.reset();
            if (!isHold(*kind)) lastBreath = kind;
            while (more() && phases.size() > before && readTrait(phases.back())) ++m_next;
        }
        if (phases.empty()) fault(word().at, say("error.no-breath", {{"text", word().text}}));
        m_result.content = std::move(phases);
    }

    // "hold in 4", "hold out 4": the side may be said where the order does not tell it.
    std::optional<PhaseKind> m_heldSide;
    void skipHoldSide()
    {
        if (!more()) return;
        if (word().text == "in" || word().text == "full") m_heldSide = PhaseKind::HoldFull;
        if (word().text == "out" || word().text == "empty") m_heldSide = PhaseKind::HoldEmpty;
        if (m_heldSide) ++m_next;
    }
    PhaseKind sideOfHold(PhaseKind kind) const
    {
        return isHold(kind) && m_heldSide ? *m_heldSide : kind;
    }

    bool readTrait(Phase& phase) const
    {
        const std::string& text = word().text;
        if (isHold(phase.kind)) return false;
        if (text == "left" || text == "right" || text == "both") {
            phase.nostril = text == "left"    ? Nostril::Left
                            : text == "right" ? Nostril::Right
                                              : Nostril::Both;
        } else if (text == "nose" || text == "mouth") {
            phase.route = text == "nose" ? Route::Nose : Route::Mouth;
        } else if (text == "hum" || text == "sigh") {
            phase.sound = text == "hum" ? PhaseSound::Hum : PhaseSound::Sigh;
        } else if (text == "ujjayi" || text == "ocean") {
            phase.sound = PhaseSound::Ujjayi;
        } else {
            return false;
        }
        return true;
    }

    // "x6", "x 6", "x4s", "x 4 s", "x4c", "@1.2s", "@60", "own".
    void readSuffix()
    {
        const std::size_t at = word().at;
        std::string text = word().text;
        ++m_next;
        if (text == "own") {
            m_result.countLengthS.emplace(std::nullopt);
            return;
        }
        if (text[0] != 'x' && text[0] != '@')
            fault(at, say("error.not-after-a-breath", {{"text", text}}));
        for (int i = 0; i < 2 && more() && needsMore(text); ++i) text += m_words[m_next++].text;
        std::string unit;
        while (!text.empty() && std::isalpha(static_cast<unsigned char>(text.back())) &&
               text.size() > 1) {
            unit.insert(unit.begin(), text.back());
            text.pop_back();
        }
        const auto number = numberIn(std::string_view(text).substr(1));
        if (!number || *number <= 0)
            fault(at, "after x or @ comes a number above 0, as in x6, x 4s or @1.2s");
        if (text[0] == '@')
            readAt(*number, unit, at);
        else
            readTimes(*number, unit, at);
    }

    // "x" alone waits for its number, and a number may stand apart from its "s" or "c".
    bool needsMore(const std::string& text) const
    {
        if (text == "x" || text == "@") return true;
        const std::string& next = word().text;
        return std::isdigit(static_cast<unsigned char>(text.back())) &&
               (next == "s" || next == "c");
    }

    void readAt(double number, const std::string& unit, std::size_t at)
    {
        if (auto* strokes = std::get_if<Strokes>(&m_result.content)) {
            if (!unit.empty() || number < 5 || number > 300)
                fault(at, "strokes run at 5 to 300 per minute, as in @60");
            strokes->ratePerMin = number;
            return;
        }
        if ((!unit.empty() && unit != "s") || number < 0.1 || number > planLimits::countLengthS)
            fault(at, say("error.count-length", {{"most", shortNumber(planLimits::countLengthS)}}));
        m_result.countLengthS = number;
    }

    void readTimes(double number, const std::string& unit, std::size_t at)
    {
        if (unit.empty()) {
            if (number != std::floor(number) || number > planLimits::repeat)
                fault(at, say("error.how-often", {{"most", std::to_string(planLimits::repeat)}}));
            m_result.repeat = static_cast<int>(number);
            return;
        }
        if ((unit != "s" && unit != "c") || std::holds_alternative<Strokes>(m_result.content))
            fault(at, "a unit is in seconds or in counts, as in 1:4:2 x 4s or 1:2 x 4c");
        m_unit = number;
        if (unit == "s") m_result.countLengthS = 1.0;
    }

    void applyUnit()
    {
        auto* phases = std::get_if<std::vector<Phase>>(&m_result.content);
        if (!phases || m_unit == 1) return;
        for (Phase& phase : *phases) {
            phase.counts.min *= m_unit;
            phase.counts.max *= m_unit;
            if (phase.counts.max > planLimits::counts)
                fault(m_words.back().at,
                      say("error.phase-too-long", {{"most", shortNumber(planLimits::counts)}}));
        }
    }
};

// Every digit, never an exponent: what from_chars reads back to the same value.
std::string exactNumber(double value)
{
    std::array<char, 400> text{};
    const auto done =
        std::to_chars(text.data(), text.data() + text.size(), value, std::chars_format::fixed);
    return {text.data(), done.ptr};
}

std::string countsText(const TargetCounts& counts)
{
    if (counts.open) return "*";
    if (counts.isRange()) return exactNumber(counts.min) + ".." + exactNumber(counts.max);
    return exactNumber(counts.min);
}

bool isPlain(const Phase& phase)
{
    return phase.sound == PhaseSound::Plain && !phase.nostril && !phase.route;
}

// The kinds for which numbers alone will do.
std::optional<std::string> inNumbers(const std::vector<Phase>& phases)
{
    static const std::array<std::vector<PhaseKind>, 2> usual{{
        {PhaseKind::Inhale, PhaseKind::Exhale},
        {PhaseKind::Inhale, PhaseKind::HoldFull, PhaseKind::Exhale, PhaseKind::HoldEmpty},
    }};
    if (!std::all_of(phases.begin(), phases.end(), isPlain)) return std::nullopt;
    for (const auto& order : usual) {
        std::string text;
        std::size_t next = 0;
        bool fits = true;
        for (const PhaseKind kind : order) {
            const bool here = next < phases.size() && phases[next].kind == kind;
            fits = fits && (here || isHold(kind));
            if (!fits) break;
            if (!here && kind == PhaseKind::HoldEmpty) continue;
            text += (text.empty() ? "" : "-") + (here ? countsText(phases[next++].counts) : "0");
        }
        if (fits && next == phases.size()) return text;
    }
    return std::nullopt;
}

} // namespace

tl::expected<Shorthand, ShorthandFault> parseShorthand(std::string_view line)
{
    try {
        return Reader(line).read();
    } catch (const ShorthandFault& f) {
        return tl::unexpected<ShorthandFault>(f);
    }
}

std::string shorthandOf(const std::vector<Phase>& phases)
{
    if (const auto numbers = inNumbers(phases)) return *numbers;
    std::string text;
    for (const Phase& phase : phases) {
        static constexpr std::array words{"in", "hold in", "out", "hold out"};
        text += std::string(text.empty() ? "" : " ") + words[static_cast<std::size_t>(phase.kind)] +
                " " + countsText(phase.counts);
        if (isHold(phase.kind)) continue;
        if (phase.nostril) text += std::string(" ") + toWord(*phase.nostril);
        if (phase.route) text += std::string(" ") + toWord(*phase.route);
        if (phase.sound != PhaseSound::Plain) text += std::string(" ") + toWord(phase.sound);
    }
    return text;
}

std::vector<Phase> writtenOver(const std::vector<Phase>& before, std::vector<Phase> written)
{
    const bool sameKinds =
        std::equal(before.begin(), before.end(), written.begin(), written.end(),
                   [](const Phase& a, const Phase& b) { return a.kind == b.kind; });
    for (std::size_t i = 0; sameKinds && i < written.size(); ++i) {
        Phase& phase = written[i];
        if (phase.sound == PhaseSound::Plain) phase.sound = before[i].sound;
        if (phase.sound == PhaseSound::Hum) phase.pitch = before[i].pitch;
        if (!phase.route) phase.route = before[i].route;
        if (!phase.nostril) phase.nostril = before[i].nostril;
        phase.opening = before[i].opening;
        phase.locks = before[i].locks;
    }
    return written;
}

std::string countsInShort(std::vector<Phase> phases)
{
    for (Phase& phase : phases) {
        Phase bare;
        bare.kind = phase.kind;
        bare.counts = phase.counts;
        phase = bare;
    }
    return shorthandOf(phases);
}

std::string shorthandOf(const Strokes& strokes)
{
    return std::to_string(strokes.strokes) + " " +
           (strokes.style == StrokeStyle::Kapalabhati ? "strokes" : "bellows") +
           (strokes.ratePerMin ? " @" + exactNumber(*strokes.ratePerMin) : "");
}

} // namespace layakari
