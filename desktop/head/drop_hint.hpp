// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

namespace layakari {

/// Lies over the window while something is dragged over it, and says where it would go.
class DropHint : public QWidget {
    Q_OBJECT
public:
    explicit DropHint(QWidget* window);

    void showFor(const QString& where);

protected:
    void paintEvent(QPaintEvent*) override;

private:
    QString m_where;
};

} // namespace layakari
