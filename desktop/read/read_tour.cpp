// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/read_tour.hpp"

#include "desktop/read/read_page.hpp"
#include "desktop/welcome/tour.hpp"

namespace layakari {

void showReadTour(ReadPage* page, QWidget* window)
{
    using Spot = ReadPage::Spot;
    const auto at = [page](Spot spot) {
        return [page, spot](QWidget* over) { return page->spot(spot, over); };
    };
    auto* tour = new Tour(
        {{at(Spot::Sentence), QObject::tr("First, the sentence"),
          QObject::tr("What was practised and how it went, in one breath. This is Runa, an "
                      "invented rower, with six cycles of four-seven-eight.")},
         {at(Spot::Row), QObject::tr("Each row is one breath cycle"),
          QObject::tr(
              "Drawn as the filling of the lungs: rising with the <inhale>, level in "
              "the hold, falling with the <exhale>. To the right, the counts of each phase and the "
              "accuracy of the cycle.")},
         {at(Spot::Outline), QObject::tr("The dotted outline is the target"),
          QObject::tr("The filled shape is what was heard. Where they part, a phase was short or "
                      "long. Soft edges are uncertain ones.")},
         {at(Spot::Sound), QObject::tr("Listen to it"),
          QObject::tr("The sound of the chosen row. Space plays it, the arrow keys go from phase "
                      "to phase. If something was heard wrong, correct it here.")},
         {at(Spot::Accuracy), QObject::tr("How accurate was it?"),
          QObject::tr("The share of the target counts that were met, with its range. Click any "
                      "figure to see how it was measured.")},
         {at(Spot::Save), QObject::tr("What next?"),
          QObject::tr(
              "Open or drop a recording of your own, and save it here: then Reflect says what "
              "changed, and Journey shows your weeks. This sample is saved nowhere.")}},
        window);
    QObject::connect(tour, &Tour::left, page, &ReadPage::focusStaff);
}

} // namespace layakari
