// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/language/wording.hpp"

#include "core/language/message.hpp"
#include "core/language/pseudo.hpp"

#include <cstring>

// The library is static: nothing else would pull in what is built in.
static void loadTexts() { Q_INIT_RESOURCE(texts); }

namespace layakari {

Wording::Wording(const QString& language, QObject* parent)
    : QTranslator(parent), m_isPseudo(language == QLatin1String(pseudoLanguage))
{
    loadTexts();
    const QString file = m_isPseudo ? QStringLiteral("en") : language;
    // A file that is not built in would be a fault of the build; English is said then.
    [[maybe_unused]] const bool isThere =
        m_texts.load(QStringLiteral(":/i18n/layakari_%1.qm").arg(file));
}

QString Wording::translate(const char* context, const char* source, const char* disambiguation,
                           int n) const
{
    const QString found = m_texts.translate(context, source, disambiguation, n);
    // What is not ours is left to Qt's own translation.
    const bool isOurs = !found.isEmpty() || std::strncmp(context, "layakari", 8) == 0 ||
                        std::strcmp(context, "QObject") == 0;
    if (!isOurs) return {};
    std::string text = found.isEmpty() ? std::string(source) : found.toStdString();
    if (m_isPseudo) text = pseudo(text);
    return QString::fromStdString(withTerms(text));
}

} // namespace layakari
