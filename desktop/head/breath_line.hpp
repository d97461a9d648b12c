// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>

namespace layakari {

/// The five places of the work along one drawn breath, at the head of the window: a click goes
/// there.
class BreathLine : public QWidget {
    Q_OBJECT
public:
    static constexpr std::array<const char*, 5> places{
        QT_TRANSLATE_NOOP("layakari::BreathLine", "Prepare"),
        QT_TRANSLATE_NOOP("layakari::BreathLine", "Practise"),
        QT_TRANSLATE_NOOP("layakari::BreathLine", "Read"),
        QT_TRANSLATE_NOOP("layakari::BreathLine", "Reflect"),
        QT_TRANSLATE_NOOP("layakari::BreathLine", "Journey")};
    static constexpr int preparePlace = 0;
    static constexpr int practisePlace = 1;
    static constexpr int readPlace = 2;
    static constexpr int reflectPlace = 3;
    static constexpr int journeyPlace = 4;

    explicit BreathLine(QWidget* parent = nullptr);

    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;

    void setPlace(int place);
    int place() const { return m_place; }

signals:
    void placeWanted(int place);

protected:
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void paintEvent(QPaintEvent*) override;
    bool event(QEvent* event) override;

private:
    QPointF placeAt(int place) const;
    double heightAt(double x) const;
    int placeNear(const QPointF& point) const; ///< -1 for none

    int m_place = preparePlace;
};

} // namespace layakari
