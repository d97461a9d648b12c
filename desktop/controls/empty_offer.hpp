// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

class QLabel;
class QPushButton;

namespace layakari {

/// What an empty page says, and what one can do instead.
class EmptyOffer : public QWidget {
    Q_OBJECT
public:
    /// `name` begins the object names.
    explicit EmptyOffer(const QString& name, QWidget* parent = nullptr);

    /// Of this person, who has no sittings yet; of nobody where the name is empty.
    /// `hasArchived`: there are sittings out of sight.
    void showFor(const QString& person, bool hasArchived = false);

signals:
    void practiseWanted();
    void addWanted();
    void noteWanted();
    void archivedWanted();
    void beginWanted();
    void sampleWanted();

private:
    QLabel* m_words;
    QPushButton* m_practise;
    QPushButton* m_add;
    QPushButton* m_note;
    QPushButton* m_archived;
    QPushButton* m_begin;
    QPushButton* m_sample;
};

} // namespace layakari
