// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLineEdit>

class QCompleter;
class QStandardItemModel;

namespace layakari {

class JournalDesk;

/// Who is at hand, in the head of the window. Type a part of a name and press Enter to change to
/// that person; Esc leaves it.
class PersonSwitcher : public QLineEdit {
    Q_OBJECT
public:
    explicit PersonSwitcher(JournalDesk* desk, QWidget* parent = nullptr);

    QSize sizeHint() const override { return {200, 32}; }

signals:
    void chosen(); ///< or left: the keys are the page's again

public slots:
    void startTyping();

protected:
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    bool event(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void refill();
    void showPerson();
    void take(const QString& text);

    JournalDesk* m_desk;
    QStandardItemModel* m_names;
    QCompleter* m_completer;
};

} // namespace layakari
