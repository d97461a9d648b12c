// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QStringList>
#include <QWidget>

class QLabel;
class QListWidget;
class QPushButton;

namespace layakari {

/// What the Read page shows before anything was read: what to do first, and what was read lately.
class EmptyPage : public QWidget {
    Q_OBJECT
public:
    explicit EmptyPage(QWidget* parent = nullptr);
    void setRecent(const QStringList& files);
    void restyle();

signals:
    void openWanted();
    void recentChosen(const QString& file);

private:
    QLabel* m_title;
    QLabel* m_how;
    QLabel* m_caution;
    QLabel* m_recentTitle;
    QPushButton* m_open;
    QListWidget* m_recent;
};

} // namespace layakari
