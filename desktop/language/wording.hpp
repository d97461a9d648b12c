// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTranslator>

namespace layakari {

/// Says the window's texts in a language that ships, with the terms of the practice, "<exhale>", as
/// `speech()` has them. English is one of them: its plurals are in a file like any other's.
class Wording : public QTranslator {
public:
    /// Of `languages()`, or `pseudoLanguage`.
    explicit Wording(const QString& language, QObject* parent = nullptr);

    bool isEmpty() const override { return false; }
    QString translate(const char* context, const char* source, const char* disambiguation,
                      int n) const override;

private:
    QTranslator m_texts;
    bool m_isPseudo;
};

} // namespace layakari
