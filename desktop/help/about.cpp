// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/help/about.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"

#include <QApplication>
#include <QDesktopServices>
#include <QDialog>
#include <QFile>
#include <QLabel>
#include <QPainter>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSvgRenderer>
#include <QUrl>

namespace layakari {

namespace {

QPixmap icon(int size, double pixelRatio)
{
    QPixmap picture(QSize(size, size) * pixelRatio);
    picture.setDevicePixelRatio(pixelRatio);
    picture.fill(Qt::transparent);
    QPainter painter(&picture);
    QSvgRenderer(QStringLiteral(":/icons/layakari.svg")).render(&painter, QRectF(0, 0, size, size));
    return picture;
}

void showLicences(QWidget* over)
{
    QDialog dialog(over);
    dialog.setObjectName(QStringLiteral("licences"));
    dialog.setWindowTitle(QObject::tr("Licences"));
    auto* text = new QPlainTextEdit(&dialog);
    text->setReadOnly(true);
    QString words = QObject::tr(
        "Layakari is free software under the GNU General Public License, version 3 or later. You "
        "may use it, study it, change it and pass it on. It comes without any warranty.\n\n"
        "It builds on Qt (LGPL 3), FFmpeg (GPL 2 or later), QCustomPlot (GPL 3), FFTW (GPL 2 or "
        "later), SQLite (public domain), OpenSSL (Apache 2), libical (LGPL 2.1), SoundTouch and "
        "libsndfile (LGPL 2.1), Eigen (MPL 2), libseccomp (LGPL 2.1), libzip (BSD), and SQLiteCpp, "
        "pugixml, {fmt}, utf8proc and nlohmann-json (MIT).\n\nThe typeface is Andika:\n\n");
    QFile ofl(QStringLiteral(":/fonts/OFL.txt"));
    if (ofl.open(QIODevice::ReadOnly)) words += QString::fromUtf8(ofl.readAll());
    text->setPlainText(words);
    QPushButton* close = leadButton(QObject::tr("Close"), "licencesClose", &dialog);
    QObject::connect(close, &QPushButton::clicked, &dialog, &QDialog::accept);
    lay::column(&dialog, {.margins = {22, 18, 22, 14}, .spacing = 12},
                {lay::wide(text), lay::row({lay::stretch(), close})});
    dialog.resize(680, 520);
    dialog.exec();
}

} // namespace

bool openFolder(const std::filesystem::path& folder)
{
    return QDesktopServices::openUrl(QUrl::fromLocalFile(QString::fromStdString(folder.string())));
}

void showAbout(QWidget* over, const std::filesystem::path& dataFolder)
{
    QDialog dialog(over);
    dialog.setObjectName(QStringLiteral("about"));
    dialog.setWindowTitle(QObject::tr("About Layakari"));
    auto* picture = new QLabel(&dialog);
    picture->setPixmap(icon(96, dialog.devicePixelRatioF()));
    picture->setAccessibleName(QObject::tr("Layakari's icon: one breath"));
    const QString folder = QString::fromStdString(dataFolder.string());
    QLabel* where = textLabel(folder, Type::Body, &dialog, "aboutFolder");
    where->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    QLabel* noManager = softLabel({}, Type::Small, &dialog, "aboutNoManager");
    noManager->hide();
    QPushButton* open = wordButton(QObject::tr("Open this folder"), "aboutOpen", &dialog);
    QPushButton* licences = wordButton(QObject::tr("Licences"), "aboutLicences", &dialog);
    QPushButton* close = leadButton(QObject::tr("Close"), "aboutClose", &dialog);
    QObject::connect(open, &QPushButton::clicked, &dialog, [&] {
        if (openFolder(dataFolder)) return;
        noManager->setText(QObject::tr("No file manager could be opened. The folder is the one "
                                       "above."));
        noManager->show();
    });
    QObject::connect(licences, &QPushButton::clicked, &dialog, [&] { showLicences(&dialog); });
    QObject::connect(close, &QPushButton::clicked, &dialog, &QDialog::accept);
    auto* words = lay::column(
        {.spacing = 8},
        {textLabel(QObject::tr("Layakari %1").arg(QApplication::applicationVersion()), Type::Figure,
                   &dialog, "aboutVersion"),
         textLabel(QObject::tr("Listens to a recorded breath practice and measures it."), Type::Row,
                   &dialog),
         lay::gap(8),
         textLabel(QObject::tr("Nothing leaves this machine."), Type::Body, &dialog, "", true),
         textLabel(QObject::tr("Layakari opens no connection to anywhere. Everything it knows is "
                               "in this folder, readable to you alone:"),
                   Type::Body, &dialog),
         where, noManager, lay::gap(8),
         softLabel(QObject::tr("It observes and proposes. It gives no medical advice and diagnoses "
                               "nothing; ask your doctor and a qualified teacher."),
                   Type::Body, &dialog)});
    lay::column(&dialog, {.margins = {28, 24, 28, 18}, .spacing = 18},
                {lay::row({.spacing = 26}, {lay::at(Qt::AlignTop, picture), lay::wide(words)}),
                 lay::row({.spacing = 12}, {open, licences, lay::stretch(), close})});
    dialog.setMinimumWidth(600);
    dialog.exec();
}

} // namespace layakari
