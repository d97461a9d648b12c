// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

class QLabel;
class QProgressBar;
class QPushButton;

namespace layakari {

/// A line over the page for what is being done, with a way to stop it, or for what went wrong. It
/// never covers the page: what was shown before stays.
class MessageBar : public QWidget {
    Q_OBJECT
public:
    /// `name` begins the object names of the bar and what is on it.
    explicit MessageBar(const QString& name, QWidget* parent = nullptr);

    void showProgress(const QString& what, double fraction);
    void showError(const QString& message);
    void showNote(const QString& message);
    bool isProgress() const { return m_isProgress; }

signals:
    void stopWanted();

protected:
    void paintEvent(QPaintEvent*) override;

private:
    QLabel* m_mark;
    QLabel* m_text;
    QProgressBar* m_progress;
    QPushButton* m_button;
    bool m_isProgress = false;
};

} // namespace layakari
