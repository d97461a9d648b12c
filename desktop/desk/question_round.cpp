// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/desk/question_round.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/desk/journal_desk.hpp"
#include "desktop/read/read_page.hpp"

#include <QFileInfo>
#include <QTimer>
#include <algorithm>

namespace layakari {

QuestionRound::QuestionRound(JournalDesk* desk, ReadPage* read, QObject* parent)
    : QObject(parent), m_desk(desk), m_read(read)
{
    connect(read, &ReadPage::settled, this, &QuestionRound::settle);
    connect(read, &ReadPage::nextWanted, this, &QuestionRound::goOn);
}

std::vector<Sitting> QuestionRound::waiting(JournalDesk* desk)
{
    constexpr int most = 200; // in one go
    auto sittings =
        desk->told(desk->journal().sittingsThatAsk(most)).value_or(std::vector<Sitting>{});
    std::erase_if(sittings, [](const Sitting& s) {
        return !QFileInfo::exists(QString::fromStdString(s.recording));
    });
    return sittings;
}

void QuestionRound::begin()
{
    m_sittings = waiting(m_desk);
    m_notOpened.clear();
    m_at = 0;
    if (!m_sittings.empty()) open();
}

void QuestionRound::open()
{
    const Sitting& sitting = m_sittings[m_at];
    m_desk->choosePerson(sitting.person); // whose breath is known
    m_isOpening = true;
    m_read->setRound({static_cast<int>(m_at) + 1, static_cast<int>(m_sittings.size())});
    emit readWanted(sitting);
}

// Another recording that is opened ends the round; one of its own that can't be is left out.
void QuestionRound::settle()
{
    if (m_sittings.empty()) return;
    const QString file = QString::fromStdString(m_sittings[m_at].recording);
    const bool isHere = m_read->file() == file && m_read->reading();
    if (isHere) {
        m_isOpening = false;
        return;
    }
    if (m_isOpening) {
        m_notOpened.push_back(QFileInfo(file).fileName());
        QTimer::singleShot(0, this, &QuestionRound::goOn);
        return;
    }
    m_sittings.clear();
    m_read->setRound({});
}

void QuestionRound::goOn()
{
    if (m_sittings.empty() || m_read->isBusy()) return;
    if (++m_at < m_sittings.size()) return open();
    int certain = 0;
    for (const Sitting& sitting : m_sittings)
        if (const auto now = m_desk->told(m_desk->journal().sitting(sitting.id)); now && *now)
            certain += (*now)->sure;
    QString what = tr("All questions are answered. Certain now: %1 of %2 readings.")
                       .arg(certain)
                       .arg(m_sittings.size());
    for (const QString& file : m_notOpened)
        what += QLatin1Char(' ') + tr("%1 could not be opened.").arg(file);
    m_sittings.clear();
    m_read->setRound({});
    emit ended(what);
}

AnswerButton::AnswerButton(JournalDesk* desk, const char* name, QWidget* parent)
    : QPushButton(parent), m_desk(desk)
{
    setObjectName(QString::fromLatin1(name));
    setCursor(Qt::PointingHandCursor);
    setAutoDefault(false);
    setShortcut(Qt::Key_G);
    hide();
}

int AnswerButton::refresh()
{
    const auto waiting = static_cast<int>(QuestionRound::waiting(m_desk).size());
    setText(tr("G  Open questions: %1").arg(waiting));
    setToolTip(tr("They are opened one after another; you listen and answer"));
    setShortcut(Qt::Key_G); // a new text takes it away
    setVisible(waiting > 0);
    return waiting;
}

} // namespace layakari
