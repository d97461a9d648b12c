// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/curriculum/presets.hpp"
#include "core/journal/figures.hpp"
#include "core/progress/attention.hpp"
#include "core/progress/course_days.hpp"
#include "core/progress/proposal.hpp"
#include "tests/support/journal_in.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <functional>
#include <regex>

using namespace layakari;

namespace {

const Day today = std::chrono::year(2026) / 11 / 25; // a Wednesday

Sitting kept(double accuracy, int daysAgo = 1)
{
    Sitting s;
    setFigure(s, figure::accuracy, accuracy);
    setFigure(s, figure::completion, 100);
    s.day = today - std::chrono::days(daysAgo);
    s.startedAt = s.day.time_since_epoch().count() * 86'400LL;
    return s;
}

Advice adviceOn(const std::vector<Sitting>& sittings, bool hasClash = false)
{
    const auto last = sittings.empty() ? std::nullopt : std::optional(sittings.front().day);
    return judge(sittings, {}, hasClash, last, today).advice;
}

struct Club {
    TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    Person person;

    Club()
    {
        person.name = "Runa Vestlid";
        person.id = *journal.addPerson(person);
    }
    void practise(const Plan& plan, double accuracy, int daysAgo)
    {
        Sitting s = kept(accuracy, daysAgo);
        s.person = person.id;
        s.planVersion = *journal.versionFor(plan);
        s.sha256 = plan.name + std::to_string(daysAgo);
        REQUIRE(journal.saveSitting(s, "{}").has_value());
    }
    Proposal propose() { return *proposeFor(journal, person, {}, today); }
};

} // namespace

TEST_CASE("Going on needs the last three sittings kept, and nothing that speaks against it")
{
    CHECK(adviceOn({kept(90), kept(86, 2), kept(85, 3)}) == Advice::GoOn);
    CHECK(adviceOn({kept(90), kept(86, 2)}) == Advice::Stay);
    CHECK(adviceOn({kept(90), kept(84.9, 2), kept(99, 3), kept(99, 4)}) == Advice::Stay);
    CHECK(adviceOn({kept(90), kept(86, 2), kept(85, 3)}, true) == Advice::Stay);

    auto complained = kept(90);
    complained.words.complaints = {"sore throat"};
    CHECK(adviceOn({complained, kept(90, 2), kept(90, 3)}) == Advice::Stay);
    auto undone = kept(95);
    setFigure(undone, figure::completion, 80);
    CHECK(adviceOn({undone, kept(90, 2), kept(90, 3)}) == Advice::Stay);
    auto strained = kept(95);
    strained.strainSigns = 1;
    CHECK(adviceOn({strained, kept(90, 2), kept(90, 3)}) == Advice::Stay);
    CHECK(adviceOn({}) == Advice::First);

    // Where all counts were kept, it is said what else stood in the way.
    const auto reason = [](const Sitting& last) {
        return judge({last, kept(90, 2), kept(90, 3)}, LadderRule{}, false, last.day, today).reason;
    };
    CHECK_THAT(reason(complained), Catch::Contains("once with a complaint"));
    CHECK_THAT(reason(undone), Catch::Contains("Once, the plan was not completed."));

    // Stopped within the first cycle, there is no accuracy, and no figure is made up for it.
    auto stopped = kept(90);
    setFigure(stopped, figure::accuracy, {});
    setFigure(stopped, figure::completion, 0);
    CHECK(adviceOn({stopped, kept(90, 2), kept(90, 3)}) == Advice::Stay);
    CHECK_THAT(reason(stopped),
               Catch::StartsWith("Accuracy 90 and 90 % recently. Once, no cycle was completed."));
    CHECK_THAT(judge({kept(90), kept(90, 2)}, LadderRule{}, false, kept(90).day, today).reason,
               Catch::Contains("Stay here: one more good sitting"));
    CHECK_THAT(judge({kept(90)}, LadderRule{}, false, kept(90).day, today).reason,
               Catch::Contains("Stay here: 2 more good sittings"));
    CHECK_THAT(judge({stopped}, LadderRule{}, false, stopped.day, today).reason,
               Catch::StartsWith("No cycle was completed recently. Stay here"));
    CHECK_THAT(reason(strained), Catch::Contains("once with a sign of strain"));
    CHECK_THAT(reason(kept(70)), !Catch::Contains("once"));
}

TEST_CASE(
    "Easing off follows strain twice, dizziness, two poor sittings of three, or two weeks' break")
{
    auto strained = kept(90);
    strained.strainSigns = 1;
    CHECK(adviceOn({strained, strained, kept(90)}) == Advice::EaseOff);
    auto dizzy = kept(95);
    dizzy.words.complaints = {"dizzy"};
    CHECK(adviceOn({dizzy, kept(95), kept(95)}) == Advice::EaseOff);
    CHECK(adviceOn({kept(59), kept(90), kept(40)}) == Advice::EaseOff);
    CHECK(adviceOn({kept(59), kept(90), kept(90), kept(40)}) == Advice::Stay);
    CHECK(adviceOn({kept(95, 14), kept(95, 15), kept(95, 16)}) == Advice::EaseOff);
    CHECK(adviceOn({kept(95, 13), kept(95, 15), kept(95, 16)}) == Advice::GoOn);
}

TEST_CASE("The rule of a ladder can be another")
{
    LadderRule gentle;
    gentle.keptSittings = 2;
    gentle.keptAccuracy = 70;
    CHECK(judge({kept(75), kept(71)}, gentle, false, today - std::chrono::days(1), today).advice ==
          Advice::GoOn);
}

TEST_CASE("A judgement gives its figures and does not scold")
{
    const auto verdict =
        judge({kept(91), kept(72, 2)}, {}, false, today - std::chrono::days(1), today);
    CHECK_THAT(verdict.reason, Catch::Contains("72 and 91 %"));
    for (const char* word : {"fail", "bad", "poor", "must", "streak", "missed"})
        CHECK_THAT(verdict.reason, !Catch::Contains(word, Catch::CaseSensitive::No));
}

TEST_CASE("Somebody new is proposed where most people begin")
{
    Club club;
    const Proposal p = club.propose();
    CHECK(p.plan.technique == "even");
    CHECK(p.judgement.advice == Advice::First);
    CHECK_FALSE(p.place.has_value());
}

TEST_CASE("Somebody on a ladder is proposed the rung, and after three kept ones the next is shown")
{
    Club club;
    const Ladder even = builtInLadders({}).front();
    REQUIRE(club.journal.savePlace(club.person.id, {even.id, 1, today - std::chrono::days(20)})
                .has_value());
    for (int day = 1; day <= 3; ++day) club.practise(even.rungs[1], 90, day);
    const Proposal p = club.propose();
    CHECK(p.plan == even.rungs[1]); // never changed by itself
    CHECK(p.judgement.advice == Advice::GoOn);
    CHECK(*p.next == even.rungs[2]);
    CHECK(p.nextAdds == "1 more count on every phase");
    CHECK(*p.easier == even.rungs[0]);
}

TEST_CASE("A proposal is never based on a reading that is not sure")
{
    Club club;
    const Plan plan = findPreset("square-4")->plan;
    const auto practise = [&](double accuracy, int daysAgo, bool sure, bool dizzy = false) {
        Sitting s = kept(accuracy, daysAgo);
        s.person = club.person.id;
        s.planVersion = *club.journal.versionFor(plan);
        s.sha256 = std::to_string(daysAgo);
        s.sure = sure;
        s.strainSigns = sure ? 0 : 3;
        if (dizzy) s.words.complaints = {"dizzy"};
        REQUIRE(club.journal.saveSitting(s, "{}").has_value());
    };
    practise(90, 7, false);
    CHECK(club.propose().judgement.advice == Advice::Stay);
    CHECK_THAT(club.propose().judgement.reason, Catch::Contains("uncertain"));
    for (const int daysAgo : {6, 5, 4}) practise(90, daysAgo, true);
    const Judgement before = club.propose().judgement;
    CHECK(before.advice == Advice::GoOn);
    for (const int daysAgo : {3, 2}) practise(30, daysAgo, false);
    const Judgement after = club.propose().judgement;
    CHECK(after.advice == before.advice);
    CHECK(after.reason == before.reason);
    // What a person says counts, however it was heard.
    practise(30, 1, false, true);
    CHECK(club.propose().judgement.advice == Advice::EaseOff);
}

TEST_CASE("With a condition that clashes, going on is not proposed")
{
    Club club;
    const auto ladders = builtInLadders({});
    const Ladder square = *std::find_if(ladders.begin(), ladders.end(),
                                        [](const Ladder& l) { return l.id == "square"; });
    REQUIRE(club.journal.savePlace(club.person.id, {square.id, 0, today - std::chrono::days(20)})
                .has_value());
    for (int day = 1; day <= 3; ++day) club.practise(square.rungs[0], 95, day);
    CHECK(club.propose().judgement.advice == Advice::GoOn);
    club.person.conditions = {Condition::HighBloodPressure};
    const Proposal p = club.propose();
    CHECK(p.judgement.advice == Advice::Stay);
    CHECK_THAT(p.judgement.reason,
               Catch::Contains("your doctor") && Catch::Contains("qualified teacher"));
}

TEST_CASE("What is on the course today comes first, until it is done")
{
    Club club;
    const Plan evening = findPreset("long-exhale-4-6")->plan;
    const Plan other = findPreset("square-4")->plan;
    club.practise(other, 90, 1);
    const Id version = *club.journal.versionFor(evening);
    REQUIRE(club.journal
                .saveCourse(
                    {0, club.person.id, version, 0b0000100, 4, today - std::chrono::days(7), 21})
                .has_value());
    const Proposal p = club.propose();
    CHECK(p.plan == evening);
    CHECK_THAT(p.why, Catch::Contains("day 2 of 4"));
    club.practise(evening, 90, 0);
    CHECK(club.propose().why == "The most recent practice.");
}

TEST_CASE("A course falls on its weekdays in its weeks")
{
    const Course course{0, 0,     0, 0b0010101,
                        2, today, 7}; // Monday, Wednesday, Friday from a Wednesday
    const auto days = daysOf(course);
    REQUIRE(days.size() == 6);
    CHECK(days.front() == today);
    CHECK(days[2] == today + std::chrono::days(5));
    for (const Day day : days) CHECK(isOn(course, day));
    CHECK_FALSE(isOn(course, today + std::chrono::days(14)));
    CHECK_FALSE(isOn(course, today + std::chrono::days(1)));
    CHECK(mondayOf(today) == today - std::chrono::days(2));
}

TEST_CASE("A course is held against what was done, kindly")
{
    const Course course{0, 0, 0, 0b1111111, 1, today - std::chrono::days(3), 7};
    CHECK(courseInWords({}, {}, today) == "Nothing is planned.");
    CHECK(courseInWords({course}, {kept(90, 2), kept(90, 1), kept(90, 9)}, today) ==
          "Practised on 2 days since it began; 3 planned.");
    const Course wednesdays{0, 0, 0, 0b0000100, 2, today - std::chrono::days(7), 7};
    CHECK(courseInWords({wednesdays}, {kept(90, 7), kept(90, 3)}, today) ==
          "Practised on 2 days since it began; 1 planned.");
    const Course later{0, 0, 0, 0b1111111, 1, today + std::chrono::days(3), 7};
    CHECK(courseInWords({later}, {}, today) == "It has not begun yet.");
}

TEST_CASE("A course leaves as a calendar that says when, how often and what")
{
    const Course course{0, 0, 0, 0b0010100, 2, today, 21}; // Wednesday and Friday evenings
    const std::string text = toICalendar({{course, "Long exhale, 4 : 6", "Evening", 130}}, "7");
    for (const char* line :
         {"BEGIN:VCALENDAR", "VERSION:2.0", "BEGIN:VEVENT", "UID:course-1-7@layakari",
          "DTSTART:20261125T210000", "DTEND:20261125T210500", "SUMMARY:Long exhale\\, 4 : 6",
          "END:VCALENDAR"}) {
        INFO(text);
        CHECK_THAT(text, Catch::Contains(line));
    }
    CHECK(std::regex_search(text, std::regex("RRULE:FREQ=WEEKLY;COUNT=4;BYDAY=WE,FR")));
    CHECK(text == toICalendar({{course, "Long exhale, 4 : 6", "Evening", 130}}, "7"));
}

TEST_CASE(
    "Of everybody who practised this week it is said why to look, also where no cycle was done")
{
    Club club;
    const auto why = [&] { return handedInLately(club.journal, today)->front().why; };
    CHECK(handedInLately(club.journal, today)->empty());
    club.practise(findPreset("square-4")->plan, 88, 3);
    CHECK(why() == "accuracy 88 %");
    Sitting stopped = kept(0, 1);
    setFigure(stopped, figure::accuracy, {});
    setFigure(stopped, figure::completion, 0);
    stopped.person = club.person.id;
    stopped.planVersion = *club.journal.versionFor(findPreset("square-4")->plan);
    stopped.sha256 = "stopped";
    REQUIRE(club.journal.saveSitting(stopped, "{}").has_value());
    CHECK(why() == "no cycle completed");
    Sitting free = stopped;
    setFigure(free, figure::completion, {});
    free.planVersion.reset();
    free.sha256 = "free";
    free.startedAt += 60;
    REQUIRE(club.journal.saveSitting(free, "{}").has_value());
    CHECK(why() == "no counts to measure");
}

TEST_CASE("What somebody complains of comes first, then strain, then an accuracy that fell")
{
    TemporaryFolder folder;
    Journal journal = journalIn(folder.path());
    const Id plan = *journal.versionFor(findPreset("square-4")->plan);
    const auto practise = [&](const char* name, const std::function<void(Sitting&)>& change) {
        Person person;
        person.name = name;
        person.id = *journal.addPerson(person);
        for (int daysAgo = 6; daysAgo > 0; --daysAgo) {
            Sitting s = kept(90 + daysAgo % 2, daysAgo);
            s.person = person.id;
            s.planVersion = plan;
            s.sha256 = name + std::to_string(daysAgo);
            if (daysAgo == 1) change(s);
            REQUIRE(journal.saveSitting(s, "{}").has_value());
        }
    };
    practise("Ylva", [](Sitting&) {});
    practise("Oddny", [](Sitting& s) { setFigure(s, figure::accuracy, 61); });
    practise("Runa", [](Sitting& s) { s.strainSigns = 2; });
    practise("Tor", [](Sitting& s) { s.words.complaints = {"sore throat"}; });
    practise("Siri", [](Sitting& s) { s.sure = false, s.asks = true; });
    practise("Odd", [](Sitting& s) { s.sure = false, s.strainSigns = 1; });
    practise("Eskil", [](Sitting& s) {
        s.words.complaints = {"dizzy", "breathless"};
        s.strainSigns = 1;
    });
    const auto handed = handedInLately(journal, today);
    REQUIRE(handed.has_value());
    std::vector<std::string> said;
    for (const HandedIn& one : *handed) said.push_back(one.person.name + ": " + one.why);
    CHECK(said ==
          std::vector<std::string>{"Eskil: reported dizziness and breathlessness; a sign of strain",
                                   "Tor: reported a sore throat", "Odd: possibly a sign of strain",
                                   "Runa: 2 signs of strain", "Oddny: accuracy 61 %, usually 90 %",
                                   "Siri: has a question", "Ylva: accuracy 91 %"});
    CHECK(handedInLately(journal, today + std::chrono::days(9))->empty());
}

TEST_CASE("What a plan asks is held against what was kept lately: nothing is compared with nothing")
{
    PlanFigures asks;
    asks.longestHoldS = 9.5;
    asks.practiceS = 150;
    CHECK(comparedWithLately(asks, {}).empty());
    CHECK_FALSE(usualAccuracy({}));
    std::vector<Sitting> sittings;
    for (const double accuracy : {70.0, 99.0, 80.0, 90.0, 85.0, 10.0}) {
        Sitting s = kept(accuracy);
        setFigure(s, figure::longestHold, 8 + accuracy / 100);
        s.practiceS = 120;
        setFigure(s, figure::countLength, accuracy / 70);
        sittings.push_back(s);
    }
    CHECK(usualAccuracy(sittings) == 85); // of the last five
    CHECK(*usualCountLength(sittings) == Approx(85.0 / 70));
    sittings.resize(4);
    CHECK(usualAccuracy(sittings) == 85); // between two
    const std::string words = comparedWithLately(asks, sittings);
    CHECK(words == "Longest recent hold 9 s; this plan asks for 9.5 s. Recent sittings took 2 min "
                   "without rests; this one takes 2.5 min.");
    asks.isAtLeast = true;
    CHECK_THAT(comparedWithLately(asks, sittings), Catch::Contains("at least 2.5 min"));
    asks.longestHoldS = 0;
    CHECK_THAT(comparedWithLately(asks, sittings), !Catch::Contains("hold kept"));
}
