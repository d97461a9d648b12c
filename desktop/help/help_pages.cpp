// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/help/help_pages.hpp"

#include "core/curriculum/technique.hpp"
#include "core/words/terms.hpp"
#include "desktop/head/commands.hpp"

#include <QFile>
#include <QObject>
#include <QRegularExpression>
#include <algorithm>
#include <map>

namespace layakari {

namespace {

QString pageFile(const QString& topic)
{
    const QString language = QString::fromStdString(speech().language);
    const QString file = QStringLiteral(":/help/%1/%2.md").arg(language, topic);
    return QFile::exists(file) ? file : QStringLiteral(":/help/en/%1.md").arg(topic);
}

QString cell(QString text) { return text.replace(QLatin1Char('|'), QStringLiteral("\\|")); }

QString glossary()
{
    QString page = QObject::tr("# Words of the practice\n\n| English | Sanskrit |\n|---|---|\n");
    const auto row = [&](const std::string& english, const std::string& sanskrit) {
        if (english != sanskrit)
            page += QStringLiteral("| %1 | %2 |\n")
                        .arg(cell(QString::fromStdString(english)),
                             cell(QString::fromStdString(sanskrit)));
    };
    for (const PhaseKind kind :
         {PhaseKind::Inhale, PhaseKind::HoldFull, PhaseKind::Exhale, PhaseKind::HoldEmpty})
        row(termFor(kind, Terms::English), termFor(kind, Terms::Sanskrit));
    row(QObject::tr("count").toStdString(), "matra");
    row(QObject::tr("hold").toStdString(), "kumbhaka");
    row(QObject::tr("locks").toStdString(), "bandha");
    for (const Technique& technique : techniques())
        row(techniqueName(technique.key, Terms::English),
            techniqueName(technique.key, Terms::Sanskrit));
    QFile words(pageFile(QStringLiteral("glossary")));
    if (words.open(QIODevice::ReadOnly))
        page += QLatin1Char('\n') + QString::fromUtf8(words.readAll());
    return page;
}

QString keys()
{
    QString page = QObject::tr("# All keys\n\nPress `?` anywhere to see them on one sheet.\n");
    QString where;
    for (const KeyEntry& key : keyEntries()) {
        if (key.where != where)
            page += QStringLiteral("\n## %1\n\n| %2 | |\n|---|---|\n")
                        .arg(key.where, QObject::tr("keys"));
        where = key.where;
        page += QStringLiteral("| %1 | %2 |\n").arg(cell(key.keys), cell(key.what));
    }
    return page;
}

std::vector<HelpTopic> allTopics()
{
    std::vector<HelpTopic> topics;
    for (const char* id :
         {"first-steps", "recording", "reading",  "accuracy", "completion",     "counts",
          "ratio",       "phases",    "strokes",  "hums",     "free-breathing", "correcting",
          "saving",      "prepare",   "plans",    "practise", "reflect",        "journey",
          "trends",      "proposals", "strain",   "people",   "inbox",          "export",
          "cautions",    "privacy",   "glossary", "keys"}) {
        HelpTopic topic{QLatin1String(id), {}, {}};
        if (topic.id == QLatin1String("glossary")) {
            topic.markdown = glossary();
        } else if (topic.id == QLatin1String("keys")) {
            topic.markdown = keys();
        } else {
            QFile file(pageFile(topic.id));
            if (file.open(QIODevice::ReadOnly)) topic.markdown = QString::fromUtf8(file.readAll());
        }
        topic.title = topic.markdown.section(QLatin1Char('\n'), 0, 0).mid(2).trimmed();
        topics.push_back(topic);
    }
    return topics;
}

} // namespace

const std::vector<HelpTopic>& helpTopics()
{
    static std::map<std::string, std::vector<HelpTopic>> byLanguage;
    std::vector<HelpTopic>& topics = byLanguage[speech().language];
    if (topics.empty()) topics = allTopics();
    return topics;
}

const HelpTopic& helpTopic(const QString& id)
{
    const auto& all = helpTopics();
    const auto at =
        std::find_if(all.begin(), all.end(), [&](const HelpTopic& t) { return t.id == id; });
    return at == all.end() ? all.front() : *at;
}

std::vector<const HelpTopic*> searchHelp(const QString& words)
{
    const QStringList wanted =
        words.split(QRegularExpression(QStringLiteral("\\s+")), Qt::SkipEmptyParts);
    const auto holdsAll = [&](const QString& text) {
        return std::all_of(wanted.begin(), wanted.end(), [&](const QString& word) {
            return text.contains(word, Qt::CaseInsensitive);
        });
    };
    std::vector<const HelpTopic*> found;
    for (const HelpTopic& topic : helpTopics())
        if (holdsAll(topic.title)) found.push_back(&topic);
    for (const HelpTopic& topic : helpTopics())
        if (!holdsAll(topic.title) && holdsAll(topic.title + topic.markdown))
            found.push_back(&topic);
    return found;
}

} // namespace layakari
