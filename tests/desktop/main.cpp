// SPDX-License-Identifier: GPL-3.0-or-later
//
// Runs the desktop's tests with a real application: offscreen unless a display was asked for.
#include "desktop/language/program_language.hpp"
#include "desktop/theme/theme.hpp"
#include "tests/support/catch.hpp"

#include <QApplication>

int main(int argc, char** argv)
{
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
    // Whoever's machine it is, regions are those that the tests choose.
    qputenv("LC_ALL", "C.UTF-8");
    qunsetenv("LANGUAGE");
    QApplication app(argc, argv);
    QApplication::setApplicationName(QStringLiteral("layakari-test"));
    layakari::useLanguage(QStringLiteral("en"));
    layakari::applyTheme(layakari::Theme::paperTheme());
    return layakari::runTests(argc, argv);
}
