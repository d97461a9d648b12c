// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/practise/session.hpp"
#include "core/words/terms.hpp"

#include <QWidget>
#include <deque>

namespace layakari {

struct Theme;

/// What leads through a practice, to be read from two metres: the phase, the count, the side, and
/// the silhouette of the lungs that travels through the counts past the line of now. What is heard
/// lies as a ribbon under it. In free practice nothing leads, and the silhouette is what is heard.
class CueView : public QWidget {
    Q_OBJECT
public:
    explicit CueView(QWidget* parent = nullptr);

    void begin(const std::vector<CueStep>& steps, double countS);
    /// Whether what is heard is shown, or nothing of it until the end.
    void setShowsHeard(bool shows) { m_showsHeard = shows; }
    /// Whether the breath stands still while the line of now goes through it, for those whom a
    /// picture that moves disturbs.
    void setStill(bool still) { m_isStill = still; }
    void show(const PracticeNow& now);
    /// The words that stand large: for screen readers, and for tests.
    QString word() const;
    QString counted() const;
    /// The line at the foot: what is wrong, or else what is heard.
    QString heardInWords() const;

    QSize sizeHint() const override { return {1000, 560}; }
    QSize minimumSizeHint() const override { return {600, 380}; }

protected:
    void paintEvent(QPaintEvent*) override;

private:
    struct Stretch {
        double startS = 0;
        double endS = 0;
        bool sounds = false;
    };
    struct Pitch {
        double atS = 0;
        double cents = 0;
    };
    std::vector<CueStep> m_steps;
    double m_countS = 1; ///< where nothing leads
    bool m_showsHeard = true;
    bool m_isStill = false;
    PracticeNow m_now;
    std::deque<Stretch> m_heard; ///< the latest last
    std::deque<Pitch> m_pitch;

    bool isLed() const { return !m_steps.empty(); }
    const CueStep* step() const;
    double countS() const;
    double pixelsPerCount() const;
    double drawnCounts(std::size_t step) const;
    QRectF breathArea() const;
    double ribbonTop() const;
    double nowX() const;
    double xAt(double timeS) const;
    void remember();
    QString besides() const;
    QString timeInWords() const;
    QString placeInPlan() const;

    void paintWords(QPainter& painter, const Theme& theme) const;
    void paintTravelling(QPainter& painter, const Theme& theme) const;
    void paintStep(QPainter& painter, const Theme& theme, std::size_t step, double x) const;
    void paintHeard(QPainter& painter, const Theme& theme) const;
    void paintKept(QPainter& painter, const Theme& theme) const;
    void paintPitch(QPainter& painter, const Theme& theme) const;
    void paintFree(QPainter& painter, const Theme& theme) const;
};

} // namespace layakari
