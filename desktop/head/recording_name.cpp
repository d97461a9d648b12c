// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/head/recording_name.hpp"

#include "core/reading/reading.hpp"
#include "core/report/sentence.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/theme/theme.hpp"

#include <QFileInfo>
#include <QLabel>
#include <QLocale>

namespace layakari {

namespace {

// What the way through the pages and the person at hand leave free of the window's width, px.
constexpr int takenWidth = 900;
constexpr int leastWidth = 170;
constexpr int mostWidth = 360;

} // namespace

RecordingName::RecordingName(QWidget* parent)
    : QWidget(parent), m_name(new QLabel(this)), m_details(new QLabel(this))
{
    m_name->setObjectName(QStringLiteral("recordingName"));
    m_details->setObjectName(QStringLiteral("recordingDetails"));
    m_name->setAlignment(Qt::AlignRight);
    m_details->setAlignment(Qt::AlignRight);
    m_details->setProperty("soft", true);
    lay::column(this, {.spacing = 0}, {lay::stretch(), m_name, m_details, lay::stretch()});
}

void RecordingName::showReading(const Reading* reading, bool isSample)
{
    setTypeface(m_name, Type::Body, true);
    setTypeface(m_details, Type::Small);
    m_name->clear();
    m_details->clear();
    if (!reading) return;
    const QFileInfo file(QString::fromStdString(reading->recording.file));
    m_name->setText(m_name->fontMetrics().elidedText(
        file.completeBaseName(), Qt::ElideMiddle,
        std::clamp(window()->width() - takenWidth, leastWidth, mostWidth)));
    m_name->setToolTip(file.filePath());
    QStringList details;
    if (file.exists() && !isSample)
        details << QLocale().toString(file.lastModified(), QStringLiteral("ddd d MMM, HH:mm"));
    details << tr("%1 min").arg(
        QString::fromStdString(clockTime(reading->recording.durationSeconds)));
    details << tr("%1 sound").arg(QString::fromUtf8(toWord(reading->quality.verdict)));
    m_details->setText(details.join(QStringLiteral(" · ")));
}

} // namespace layakari
