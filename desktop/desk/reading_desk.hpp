// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/intake/keeping.hpp"
#include "core/reading/reading.hpp"
#include "desktop/read/read_page.hpp"

#include <QObject>
#include <optional>

namespace layakari {

class JournalDesk;

/// What becomes of the reading that is shown on Read: it is saved as somebody's sitting, and the
/// sitting follows what is put right.
class ReadingDesk : public QObject {
    Q_OBJECT
public:
    ReadingDesk(JournalDesk* desk, ReadPage* read, QObject* parent = nullptr);

    /// Reads a recording of the person at hand and saves it as a sitting.
    void readAndSave(const QString& file, const Plan& plan);
    /// Reads a sitting's recording against another plan, which becomes the sitting's.
    void readAgainst(const Sitting& sitting, const Plan& plan);
    /// That a sitting was saved becomes a step that can be taken back.
    void rememberSaving(const Sitting& sitting);
    /// Saves what is shown for somebody. Says so, or why not.
    bool save(Id person);
    /// Saves for the person at hand; asks for a name where there is nobody yet.
    void saveForWhoIsAtHand();
    /// The sitting that was saved of what is shown, whoever's it is.
    std::optional<Sitting> savedSitting() const;

    ReadPage::SaveState saveState() const;

    /// From now on what is opened is the sample, until something else is: it is saved nowhere.
    void openSample(const QString& file, const Plan& plan);
    bool isSample() const;

signals:
    void saved(layakari::Id person, layakari::Id sitting);
    void changed(); ///< whether and where what is shown is saved

private:
    void takeOpened(const QString& file);
    void takeReplanned(const Sitting& before);
    void followCorrections();
    void learnFromSwap();
    bool isOfPlan(const Sitting& sitting) const;
    QString whoseWords(const Sitting& sitting) const;

    JournalDesk* m_desk;
    ReadPage* m_read;
    struct Wanted { ///< is being read to be saved
        QString file;
        Id person = 0;
        Plan plan;
    };
    std::optional<Wanted> m_wanted;
    std::optional<Sitting> m_replanned; ///< is being read to get another plan
    QString m_sample;
    BreathLesson m_lesson;
};

} // namespace layakari
