// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.hpp"
#include "core/journal/records.hpp"

#include <QObject>
#include <functional>

class QMenu;
class QWidget;

namespace layakari {

class JournalDesk;

/// What can be done with a sitting, wherever it is shown: its menu, and the steps behind it. Each
/// is a step that can be taken back.
class SittingActions : public QObject {
    Q_OBJECT
public:
    explicit SittingActions(JournalDesk* desk, QObject* parent = nullptr);

    /// Fills a menu for a sitting. `over` is what dialogs lie over.
    void fill(QMenu* menu, const Sitting& sitting, QWidget* over);

    void moveTo(const Sitting& sitting, const Person& person);
    void setArchived(const Sitting& sitting, bool archived);
    /// Says why it does not count, or that it does.
    void leaveOut(const Sitting& sitting, QWidget* over);
    /// Asks first: what goes with it is said.
    void askToDelete(const Sitting& sitting, QWidget* over);
    /// Date, time, plan and note.
    void change(const Sitting& sitting, QWidget* over);
    /// A sitting that was not recorded, of the person at hand. Returns it, or 0.
    Id note(QWidget* over);
    /// Points at a recording that is not where it was.
    void find(const Sitting& sitting, QWidget* over);

signals:
    void done(const QString& what);                    ///< a step that can be taken back
    void readWanted(const layakari::Sitting& sitting); ///< its reading and sound are to be shown
    /// Its recording is to be read against another plan, which becomes the sitting's.
    void planWanted(const layakari::Sitting& sitting, const layakari::Plan& plan);

private:
    void perform(const QString& what, const std::function<Result<void>()>& act,
                 const std::function<Result<void>()>& takeBack);
    std::vector<Plan> ownPlans(Id person);
    QString named(const Sitting& sitting) const; ///< "the sitting of 25 November"

    JournalDesk* m_desk;
};

} // namespace layakari
