// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/language/program_language.hpp"

#include "core/language/catalogue.hpp"
#include "core/language/pseudo.hpp"
#include "desktop/language/wording.hpp"

#include <QCoreApplication>
#include <QLibraryInfo>
#include <QLocale>
#include <QSettings>
#include <memory>

namespace layakari {

namespace {

const QString languageKey = QStringLiteral("language");

bool ships(const QString& language)
{
    for (const std::string& code : languages())
        if (language == QString::fromStdString(code)) return true;
    return false;
}

QLocale regionFor(const QString& language)
{
    const QLocale system = QLocale::system();
    if (system.language() != QLocale::C &&
        system.name().section(QLatin1Char('_'), 0, 0) == language)
        return system;
    return language == QLatin1String("en") ? QLocale(QLocale::English, QLocale::UnitedKingdom)
                                           : QLocale(language);
}

// In force until the next language is.
void install(const QString& language)
{
    static std::unique_ptr<QTranslator> qtsOwn;
    static std::unique_ptr<Wording> ours;
    qtsOwn = std::make_unique<QTranslator>();
    if (qtsOwn->load(QStringLiteral("qtbase_") + language,
                     QLibraryInfo::path(QLibraryInfo::TranslationsPath)))
        QCoreApplication::installTranslator(qtsOwn.get());
    ours = std::make_unique<Wording>(language);
    QCoreApplication::installTranslator(ours.get());
}

} // namespace

std::vector<std::pair<QString, QString>> programLanguages()
{
    std::vector<std::pair<QString, QString>> all;
    for (const std::string& code : languages()) {
        const QString language = QString::fromStdString(code);
        // Qt names the region of its first English as well: "American English".
        all.emplace_back(language, code == "en" ? QStringLiteral("English")
                                                : QLocale(language).nativeLanguageName());
    }
    return all;
}

QString chosenLanguage(const QString& settingsFile)
{
    const QString language =
        QSettings(settingsFile, QSettings::IniFormat).value(languageKey).toString();
    return ships(language) ? language : QString();
}

void chooseLanguage(const QString& settingsFile, const QString& language)
{
    QSettings(settingsFile, QSettings::IniFormat).setValue(languageKey, language);
}

QString systemLanguage()
{
    for (const QString& asked : QLocale::system().uiLanguages())
        if (QString language = asked.section(QLatin1Char('-'), 0, 0); ships(language))
            return language;
    return QStringLiteral("en");
}

void useLanguage(const QString& language)
{
    const QString now = language.isEmpty() ? systemLanguage() : language;
    const bool isPseudo = now == QLatin1String(pseudoLanguage);
    const QLocale region = regionFor(isPseudo ? QStringLiteral("en") : now);
    QLocale::setDefault(region);
    speak({now.toStdString(), region.name().toStdString(), speech().terms});
    install(now);
}

void useTerms(Terms terms)
{
    Speech now = speech();
    now.terms = terms;
    speak(now);
}

} // namespace layakari
