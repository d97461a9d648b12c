// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>

namespace layakari {

/// The five places of the work along one drawn breath, at the head of the window. Places that this
/// version does not have yet are drawn faint and say so when pointed at.
class BreathLine : public QWidget {
    Q_OBJECT
public:
    static constexpr std::array<const char*, 5> places{"Prepare", "Practise", "Read", "Reflect",
                                                       "Journey"};
    static constexpr int readPlace = 2;

    explicit BreathLine(QWidget* parent = nullptr);

    QSize sizeHint() const override { return {700, 76}; }
    QSize minimumSizeHint() const override { return {480, 76}; }

protected:
    void paintEvent(QPaintEvent*) override;
    bool event(QEvent* event) override;

private:
    QPointF placeAt(int place) const;
    double heightAt(double x) const;
};

} // namespace layakari
