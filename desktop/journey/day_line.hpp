// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"

#include <QWidget>
#include <map>

namespace layakari {

class JourneyChart;

/// The days practised, under the chart and on its dates: each a small rise of the breath, as high
/// as the minutes were long. Days without practice are a level line, nothing more.
class DayLine : public QWidget {
    Q_OBJECT
public:
    DayLine(const JourneyChart* chart, QWidget* parent);
    void setSittings(const std::vector<Sitting>& sittings);
    int daysPractised() const { return static_cast<int>(m_minutes.size()); }

protected:
    void paintEvent(QPaintEvent*) override;
    bool event(QEvent* event) override;

private:
    const JourneyChart* m_chart;
    std::map<Day, double> m_minutes;
};

} // namespace layakari
