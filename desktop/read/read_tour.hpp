// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QWidget;

namespace layakari {

class ReadPage;

/// Six notes on the sample's reading, which lie over `window`.
void showReadTour(ReadPage* page, QWidget* window);

} // namespace layakari
