// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/head/recording_name.hpp"

#include "core/language/times.hpp"
#include "core/reading/reading.hpp"
#include "core/report/sentence.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/language/dates.hpp"
#include "desktop/theme/theme.hpp"

#include <QFileInfo>
#include <QLabel>
#include <QLocale>

namespace layakari {

RecordingName::RecordingName(QWidget* parent)
    : QWidget(parent), m_name(new QLabel(this)), m_details(new QLabel(this))
{
    m_name->setObjectName(QStringLiteral("recordingName"));
    m_details->setObjectName(QStringLiteral("recordingDetails"));
    m_name->setAlignment(Qt::AlignRight);
    m_details->setAlignment(Qt::AlignRight);
    m_details->setProperty("soft", true);
    // The places to its left stay where they are, whatever it is called, and on every page.
    for (QLabel* label : {m_name, m_details})
        label->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    QSizePolicy policy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    policy.setRetainSizeWhenHidden(true);
    setSizePolicy(policy);
    lay::column(this, {.spacing = 0}, {lay::stretch(), m_name, m_details, lay::stretch()});
}

void RecordingName::showReading(const Reading* reading, bool isSample)
{
    setTypeface(m_name, Type::Body, true);
    setTypeface(m_details, Type::Small);
    m_whole.clear();
    m_wholeDetails.clear();
    if (!reading) return elide();
    const QFileInfo file(QString::fromStdString(reading->recording.file));
    m_whole = file.completeBaseName();
    m_name->setToolTip(file.filePath());
    QStringList details;
    if (file.exists() && !isSample) details << shortMoment(file.lastModified());
    details << QString::fromStdString(durationInWords(reading->recording.durationSeconds));
    switch (reading->quality.verdict) {
    case Quality::Verdict::Good: details << tr("good sound"); break;
    case Quality::Verdict::Usable: details << tr("usable sound"); break;
    case Quality::Verdict::Poor: details << tr("poor sound"); break;
    }
    m_wholeDetails = details.join(QStringLiteral(" · "));
    m_details->setToolTip(m_wholeDetails);
    elide();
}

void RecordingName::resizeEvent(QResizeEvent* event)
{
    QWidget::resizeEvent(event);
    elide();
}

void RecordingName::elide()
{
    m_name->setText(m_name->fontMetrics().elidedText(m_whole, Qt::ElideMiddle, width()));
    m_details->setText(
        m_details->fontMetrics().elidedText(m_wholeDetails, Qt::ElideRight, width()));
}

} // namespace layakari
