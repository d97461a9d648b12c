// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

class QLabel;

namespace layakari {

struct Reading;

/// The recording that is shown on Read, at the window's head: its name, day, length and sound.
class RecordingName : public QWidget {
    Q_OBJECT
public:
    explicit RecordingName(QWidget* parent);

    /// Shows a reading's recording, or nothing. The day of a sample is no news to anybody.
    void showReading(const Reading* reading, bool isSample);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    void elide();

    QString m_whole;
    QString m_wholeDetails;
    QLabel* m_name;
    QLabel* m_details;
};

} // namespace layakari
