// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QWidget;

namespace layakari {

/// All keys on one sheet over the window; any key or a click closes it.
void showKeysSheet(QWidget* over);

} // namespace layakari
