// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/help/help_page.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/controls/lay.hpp"
#include "desktop/help/help_pages.hpp"
#include "desktop/help/help_pictures.hpp"

#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QScrollBar>
#include <QTextBlock>
#include <QTextBrowser>
#include <QTextTable>

namespace layakari {

namespace {

constexpr int readableWidth = 780;

} // namespace

/// A page of the help. Links go to other pages, pictures are drawn.
class HelpText : public QTextBrowser {
public:
    explicit HelpText(QWidget* parent) : QTextBrowser(parent)
    {
        setObjectName(QStringLiteral("helpText"));
        setAccessibleName(QObject::tr("Help"));
        setOpenLinks(false);
        setFrameShape(QFrame::NoFrame);
        setMaximumWidth(readableWidth);
    }

    void showPage(const QString& markdown)
    {
        setFont(typeface(Type::Body));
        document()->setDefaultFont(typeface(Type::Body));
        document()->setIndentWidth(22);
        setMarkdown(markdown);
        style();
        verticalScrollBar()->setValue(0);
    }

protected:
    QVariant loadResource(int type, const QUrl& name) override
    {
        if (type == QTextDocument::ImageResource && name.scheme() == QLatin1String("picture"))
            return helpPicture(name.path(), devicePixelRatioF());
        return {};
    }

private:
    // Room between lines, headings in our type, tables without boxes.
    void style()
    {
        for (QTextBlock block = document()->begin(); block.isValid(); block = block.next()) {
            QTextCursor cursor(block);
            QTextBlockFormat format = block.blockFormat();
            const int level = format.headingLevel();
            format.setLineHeight(132, QTextBlockFormat::ProportionalHeight);
            format.setTopMargin(level == 1 ? 0 : level > 1 ? 16 : format.topMargin());
            format.setBottomMargin(8);
            cursor.setBlockFormat(format);
            if (level == 0) continue;
            cursor.select(QTextCursor::BlockUnderCursor);
            QTextCharFormat letters;
            letters.setFont(typeface(level == 1 ? Type::Figure : Type::Row, true));
            cursor.mergeCharFormat(letters);
        }
        for (QTextFrame* frame : document()->rootFrame()->childFrames())
            if (auto* table = qobject_cast<QTextTable*>(frame)) {
                QTextTableFormat format = table->format();
                format.setBorder(0);
                format.setCellSpacing(0);
                format.setCellPadding(4);
                table->setFormat(format);
            }
    }
};

HelpPage::HelpPage(QWidget* parent)
    : QWidget(parent),
      m_search(new QLineEdit(this)),
      m_list(new QListWidget(this)),
      m_none(softLabel({}, Type::Body, this, "helpNone")),
      m_text(new HelpText(this))
{
    setObjectName(QStringLiteral("helpPage"));
    m_search->setObjectName(QStringLiteral("helpSearch"));
    m_search->setPlaceholderText(tr("Search the help"));
    m_search->setAccessibleName(tr("Search the help"));
    m_search->setClearButtonEnabled(true);
    m_list->setObjectName(QStringLiteral("helpList"));
    m_list->setAccessibleName(tr("Pages of the help"));
    QPushButton* back = wordButton(tr("Back"), "helpBack", this, tr("To where you were (Esc)"));
    QPushButton* sample =
        wordButton(tr("Try it with the sample"), "helpSample", this,
                   tr("A short recording and a tour of what the program says of it"));
    auto* side = new QWidget(this);
    side->setFixedWidth(280);
    lay::column(side, {.spacing = 10},
                {lay::row({back, lay::stretch()}), m_search, m_none, lay::wide(m_list), sample});
    lay::row(this, {.margins = {28, 12, 28, 16}, .spacing = 34},
             {side, lay::wide(m_text, 4), lay::stretch()});
    setFocusProxy(m_search);
    connect(back, &QPushButton::clicked, this, &HelpPage::leaveWanted);
    connect(sample, &QPushButton::clicked, this, &HelpPage::sampleWanted);
    connect(m_search, &QLineEdit::textChanged, this, &HelpPage::search);
    connect(m_search, &QLineEdit::returnPressed, this, [this] {
        if (m_list->count() > 0) m_list->setCurrentRow(0);
    });
    connect(m_list, &QListWidget::currentItemChanged, this, [this](const QListWidgetItem* item) {
        if (!item) return;
        m_topic = item->data(Qt::UserRole).toString();
        m_text->showPage(helpTopic(m_topic).markdown);
    });
    connect(m_text, &QTextBrowser::anchorClicked, this,
            [this](const QUrl& link) { showTopic(link.toString()); });
    search({});
}

void HelpPage::search(const QString& words)
{
    const QSignalBlocker quiet(m_list);
    m_list->clear();
    int row = -1;
    for (const HelpTopic* topic : searchHelp(words)) {
        auto* item = new QListWidgetItem(topic->title, m_list);
        item->setData(Qt::UserRole, topic->id);
        if (topic->id == m_topic) row = m_list->count() - 1;
    }
    m_list->setCurrentRow(row);
    m_none->setText(tr("Nothing about \"%1\". Try one other word.").arg(words.trimmed()));
    m_none->setVisible(m_list->count() == 0);
}

void HelpPage::showTopic(const QString& id)
{
    m_topic = helpTopic(id).id;
    if (m_search->text().isEmpty())
        search({});
    else
        m_search->clear();
    m_text->showPage(helpTopic(m_topic).markdown);
}

void HelpPage::restyle()
{
    if (!m_topic.isEmpty()) m_text->showPage(helpTopic(m_topic).markdown);
}

void HelpPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    restyle();
}

} // namespace layakari
