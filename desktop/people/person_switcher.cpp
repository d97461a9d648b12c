// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/people/person_switcher.hpp"

#include "desktop/desk/journal_desk.hpp"
#include "desktop/theme/theme.hpp"

#include <QAbstractItemView>
#include <QCompleter>
#include <QFocusEvent>
#include <QStandardItemModel>

namespace layakari {

namespace {

constexpr int personRole = Qt::UserRole + 1;

} // namespace

PersonSwitcher::PersonSwitcher(JournalDesk* desk, QWidget* parent)
    : QLineEdit(parent),
      m_desk(desk),
      m_names(new QStandardItemModel(this)),
      m_completer(new QCompleter(m_names, this))
{
    setObjectName(QStringLiteral("personSwitcher"));
    setAccessibleName(tr("Person; type a name to change"));
    setToolTip(tr("Whose practice it is (Ctrl+Shift+P): type a part of a name, then Enter"));
    setPlaceholderText(tr("no one yet"));
    setMinimumWidth(180);
    m_completer->setFilterMode(Qt::MatchContains);
    m_completer->setCaseSensitivity(Qt::CaseInsensitive);
    m_completer->setMaxVisibleItems(12);
    m_completer->popup()->setObjectName(QStringLiteral("personPopup"));
    m_completer->popup()->setProperty("popup", true);
    setCompleter(m_completer);
    connect(m_completer, qOverload<const QModelIndex&>(&QCompleter::activated), this,
            [this](const QModelIndex& index) {
                m_desk->choosePerson(index.data(personRole).toLongLong());
                emit chosen();
            });
    connect(this, &QLineEdit::returnPressed, this, [this] { take(text()); });
    connect(m_desk, &JournalDesk::peopleChanged, this, &PersonSwitcher::refill);
    connect(m_desk, &JournalDesk::personChanged, this, &PersonSwitcher::showPerson);
    refill();
}

void PersonSwitcher::startTyping()
{
    setFocus(Qt::ShortcutFocusReason);
    selectAll();
}

void PersonSwitcher::refill()
{
    m_names->clear();
    for (const Person& person : m_desk->people()) {
        auto* item = new QStandardItem(QString::fromStdString(person.name));
        item->setData(QVariant::fromValue<qlonglong>(person.id), personRole);
        m_names->appendRow(item);
    }
    showPerson();
}

void PersonSwitcher::showPerson()
{
    const auto& person = m_desk->person();
    setText(person ? QString::fromStdString(person->name) : QString());
    setCursorPosition(0);
}

// Enter takes the first name that has what was typed in it.
void PersonSwitcher::take(const QString& text)
{
    for (const Person& person : m_desk->people())
        if (QString::fromStdString(person.name).contains(text.trimmed(), Qt::CaseInsensitive)) {
            m_desk->choosePerson(person.id);
            emit chosen();
            return;
        }
    showPerson();
    selectAll();
}

void PersonSwitcher::focusInEvent(QFocusEvent* event)
{
    QLineEdit::focusInEvent(event);
    // Not when the focus only passed through, as it does when a page is left.
    QMetaObject::invokeMethod(
        this,
        [this] {
            if (hasFocus()) selectAll();
        },
        Qt::QueuedConnection);
}

void PersonSwitcher::focusOutEvent(QFocusEvent* event)
{
    QLineEdit::focusOutEvent(event);
    if (event->reason() != Qt::PopupFocusReason) showPerson();
}

// Escape is the window's key too; here it takes back what was typed.
bool PersonSwitcher::event(QEvent* event)
{
    if (event->type() == QEvent::ShortcutOverride) {
        auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_Escape) {
            event->accept();
            return true;
        }
        // As long as nothing is typed, undo is the page's.
        if (!isModified() &&
            (key->matches(QKeySequence::Undo) || key->matches(QKeySequence::Redo))) {
            event->ignore();
            return false;
        }
    }
    return QLineEdit::event(event);
}

void PersonSwitcher::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Escape) {
        showPerson();
        emit chosen();
        return;
    }
    QLineEdit::keyPressEvent(event);
}

} // namespace layakari
