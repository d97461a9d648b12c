// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/welcome/sample.hpp"

#include "core/curriculum/presets.hpp"

#include <QCoreApplication>
#include <QFile>

namespace layakari {

namespace {

constexpr const char* fileName = "Runa Vestlid, four-seven-eight.opus";

} // namespace

std::optional<Sample> findSample()
{
    // Beside the program's folder: built, installed, or unpacked anywhere.
    const std::filesystem::path programs = QCoreApplication::applicationDirPath().toStdString();
    const auto file = programs.parent_path() / "share" / "layakari" / "sample" / fileName;
    std::error_code ec;
    if (!std::filesystem::exists(file, ec)) return std::nullopt;
    return Sample{file, findPreset("four-seven-eight")->plan};
}

std::optional<Reading> readingOfSample()
{
    QFile file(QStringLiteral(":/sample/sample.reading.json"));
    if (!file.open(QIODevice::ReadOnly)) return std::nullopt;
    auto reading = parseReading(file.readAll().toStdString(), "sample");
    return reading ? std::optional(*std::move(reading)) : std::nullopt;
}

} // namespace layakari
