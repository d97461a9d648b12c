// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/controls/empty_offer.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"

#include <QLabel>
#include <QPushButton>

namespace layakari {

EmptyOffer::EmptyOffer(const QString& name, QWidget* parent)
    : QWidget(parent),
      m_words(textLabel({}, Type::Sentence, this, qPrintable(name))),
      m_practise(leadButton(tr("Practise now"), "offerPractise", this)),
      m_add(wordButton(tr("Add recordings…"), "offerAdd", this)),
      m_note(wordButton(tr("Note a practice without a recording…"), "offerNote", this)),
      m_archived(wordButton(tr("Show archived sittings"), "offerArchived", this)),
      m_begin(leadButton(tr("Begin"), "offerBegin", this)),
      m_sample(wordButton(tr("Try it with a sample first"), "offerSample", this))
{
    connect(m_practise, &QPushButton::clicked, this, &EmptyOffer::practiseWanted);
    connect(m_add, &QPushButton::clicked, this, &EmptyOffer::addWanted);
    connect(m_note, &QPushButton::clicked, this, &EmptyOffer::noteWanted);
    connect(m_archived, &QPushButton::clicked, this, &EmptyOffer::archivedWanted);
    connect(m_begin, &QPushButton::clicked, this, &EmptyOffer::beginWanted);
    connect(m_sample, &QPushButton::clicked, this, &EmptyOffer::sampleWanted);
    lay::column(this, {.margins = {104, 0, 60, 0}, .spacing = 16},
                {lay::stretch(), m_words,
                 lay::row({.spacing = 16}, {m_practise, m_begin, m_add, m_note, m_archived,
                                            m_sample, lay::stretch()}),
                 lay::stretch(2)});
}

void EmptyOffer::showFor(const QString& person, bool hasArchived)
{
    const bool isThere = !person.isEmpty();
    m_words->setText(
        isThere ? tr("%1 has no sittings yet. Once there is one, you can look back on it here.")
                      .arg(person)
                : tr("Your journal is empty."));
    for (QPushButton* button : {m_practise, m_add, m_note}) button->setVisible(isThere);
    m_archived->setVisible(isThere && hasArchived);
    for (QPushButton* button : {m_begin, m_sample}) button->setVisible(!isThere);
    setFocusProxy(isThere ? m_practise : m_begin);
}

} // namespace layakari
