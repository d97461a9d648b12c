// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/journal/records.hpp"

#include <QObject>
#include <QPushButton>
#include <vector>

namespace layakari {

class JournalDesk;
class ReadPage;

/// All recordings that have a question, one after another on Read: each is opened, its questions
/// are answered there, and a key goes on to the next one.
class QuestionRound : public QObject {
    Q_OBJECT
public:
    QuestionRound(JournalDesk* desk, ReadPage* read, QObject* parent = nullptr);

    /// Sittings that have a question and whose recording is at hand, the latest first.
    static std::vector<Sitting> waiting(JournalDesk* desk);

    /// Begins with the latest. Nothing happens where none is waiting.
    void begin();

signals:
    void readWanted(const layakari::Sitting& sitting);
    void ended(const QString& what); ///< all were gone through, and what became of them

private:
    void open();
    void goOn();
    void settle();

    JournalDesk* m_desk;
    ReadPage* m_read;
    std::vector<Sitting> m_sittings;
    std::size_t m_at = 0;
    bool m_isOpening = false;
    std::vector<QString> m_notOpened;
};

/// The button that begins a round; hidden where no recording has a question.
class AnswerButton : public QPushButton {
    Q_OBJECT
public:
    AnswerButton(JournalDesk* desk, const char* name, QWidget* parent);
    int refresh(); ///< returns how many have a question

private:
    JournalDesk* m_desk;
};

} // namespace layakari
