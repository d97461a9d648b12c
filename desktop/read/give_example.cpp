// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/give_example.hpp"

#include "core/evaluate/example.hpp"
#include "desktop/controls/question.hpp"

#include <QDir>
#include <QFileDialog>
#include <QObject>

namespace layakari {

namespace {

} // namespace

std::optional<Result<QString>> giveExample(QWidget* over, const Reading& reading,
                                           const QString& sound)
{
    const Question question{
        QObject::tr("Give this recording as an example?"),
        QObject::tr(
            "The recording is copied into a folder of your choice, with a file that "
            "says where each "
            "phase begins and ends. With it Layakari can be measured and made better. Nothing is "
            "sent anywhere. No name goes with it, but everyone who can be heard in it can be "
            "heard in the copy: listen to it first, and ask them."),
        QObject::tr("Choose a folder"), QObject::tr("Keep it to myself")};
    if (!isAgreed(over, question)) return std::nullopt;
    const QString folder = QFileDialog::getExistingDirectory(over, QObject::tr("A folder for "
                                                                               "examples"));
    if (folder.isEmpty()) return std::nullopt;
    const auto copy = exportExample(reading, sound.toStdString(), folder.toStdString());
    if (!copy) return Result<QString>(fail(copy.error()));
    return Result<QString>(
        QObject::tr("The recording and its labels are in %1.")
            .arg(QDir::toNativeSeparators(QString::fromStdString(copy->string()))));
}

} // namespace layakari
