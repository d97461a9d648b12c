// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;

namespace layakari {

class HelpText;

/// The help: topics and a search on the left, a page on the right. Everything is in the program.
class HelpPage : public QWidget {
    Q_OBJECT
public:
    explicit HelpPage(QWidget* parent = nullptr);

    void showTopic(const QString& id);
    QString topic() const { return m_topic; }
    void restyle();

signals:
    void leaveWanted();
    void sampleWanted();

protected:
    void showEvent(QShowEvent* event) override;

private:
    void search(const QString& words);

    QLineEdit* m_search;
    QListWidget* m_list;
    QLabel* m_none;
    HelpText* m_text;
    QString m_topic;
};

} // namespace layakari
