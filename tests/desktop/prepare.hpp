// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/curriculum/presets.hpp"
#include "core/journal/figures.hpp"
#include "core/plan/shorthand.hpp"
#include "desktop/plans/plan_editor.hpp"
#include "desktop/plans/plans_view.hpp"
#include "desktop/prepare/prepare_page.hpp"
#include "desktop/today/today_view.hpp"
#include "tests/desktop/window.hpp"

namespace layakari {

/// The window at Prepare, with what its tests do again and again.
class Prepare : public Window {
public:
    Prepare() : Window(BreathLine::preparePlace) {}

    Id add(const char* name, const Conditions& conditions = {})
    {
        Person person;
        person.name = name;
        person.conditions = conditions;
        const Id id = window.desk()->addPerson(person);
        REQUIRE(id != 0);
        return id;
    }
    Journal& journal() { return window.desk()->journal(); }
    Id person() { return window.desk()->person()->id; }
    void click(const char* name) { QTest::mouseClick(find<QPushButton>(name), Qt::LeftButton); }
    void type(const QString& text) { QTest::keyClicks(QApplication::focusWidget(), text); }
    std::string says(const char* name) { return text(name).toStdString(); }
    void use(const char* preset)
    {
        window.preparePage()->today()->usePlan(findPreset(preset)->plan, "chosen in a test");
    }
    void editPreset(const char* id)
    {
        click("toPlans");
        window.preparePage()->plans()->editCopy(findPreset(id)->plan);
    }
    PlanDraft& draft() { return *find<PlanEditor>("planEditor")->draft(); }
    std::string cycleInShort()
    {
        return countsInShort(std::get<Cycles>(draft().chosenPart()->content).phases);
    }
    void practise(const Plan& plan, double accuracy, int daysAgo)
    {
        Sitting s;
        s.person = person();
        s.planVersion = *journal().versionFor(plan);
        s.day = window.desk()->today() - std::chrono::days(daysAgo);
        s.startedAt = s.day.time_since_epoch().count() * 86'400LL;
        s.sha256 = std::to_string(daysAgo);
        setFigure(s, figure::accuracy, accuracy);
        setFigure(s, figure::completion, 100);
        s.practiceS = 120;
        REQUIRE(window.desk()->journal().saveSitting(s, "{}").has_value());
        window.desk()->takeNews();
    }
};

} // namespace layakari
