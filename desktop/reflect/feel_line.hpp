// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <optional>

namespace layakari {

/// How somebody feels, 0 to 10, or not said: a line that swells from heavy to light, with a mark
/// where one is. A click, a drag or the arrow keys set it; Backspace takes it away.
class FeelLine : public QWidget {
    Q_OBJECT
public:
    FeelLine(const QString& name, const char* objectName, QWidget* parent);

    std::optional<int> value() const { return m_value; }
    void setValue(std::optional<int> value); ///< without telling

    QSize sizeHint() const override { return {320, 46}; }
    QSize minimumSizeHint() const override { return {220, 46}; }

signals:
    void valueSet(); ///< by a person, once a drag is over

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    double xOf(int value) const;
    int valueAt(double x) const;
    void say(std::optional<int> value);

    QString m_name;
    std::optional<int> m_value;
};

} // namespace layakari
