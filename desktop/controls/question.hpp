// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

class QWidget;

namespace layakari {

/// A question before something is done that cannot, or not for long, be taken back.
struct Question {
    QString title;   ///< "Delete the sitting of 25 November?"
    QString text;    ///< what goes with it
    QString doIt;    ///< "Delete"
    QString leaveIt; ///< "Keep it"
    /// Where it is not empty, this has to be written first.
    QString toWrite = {};
    QString option = {}; ///< a box that can be ticked; none where empty
    bool isTicked = true;
};

/// Asks. Enter and Esc leave it; only the button, or the keys to it, do it. `ticked` says how the
/// box was left.
bool isAgreed(QWidget* over, const Question& question, bool* ticked = nullptr);

} // namespace layakari
