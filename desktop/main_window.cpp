// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/main_window.hpp"

#include "core/report/sentence.hpp"
#include "desktop/head/breath_line.hpp"
#include "desktop/read/read_page.hpp"
#include "desktop/theme/theme.hpp"

#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLabel>
#include <QLocale>
#include <QMimeData>
#include <QPushButton>
#include <QSettings>
#include <QShortcut>
#include <QVBoxLayout>

namespace layakari {

namespace {

constexpr int mostRecent = 12;

QStringList localFiles(const QMimeData* data)
{
    QStringList files;
    for (const QUrl& url : data->urls())
        if (url.isLocalFile()) files.push_back(url.toLocalFile());
    return files;
}

} // namespace

MainWindow::MainWindow(const std::filesystem::path& dataFolder, QWidget* parent)
    : QMainWindow(parent),
      m_settingsFile(QString::fromStdString((dataFolder / "desktop.ini").string())),
      m_page(new ReadPage(this)),
      m_name(new QLabel(this)),
      m_details(new QLabel(this))
{
    setAcceptDrops(true);
    setMinimumSize(1024, 700);
    m_name->setObjectName(QStringLiteral("recordingName"));
    m_details->setObjectName(QStringLiteral("recordingDetails"));
    m_name->setAlignment(Qt::AlignRight);
    m_details->setAlignment(Qt::AlignRight);

    auto* theme = new QPushButton(tr("Light or dark"), this);
    theme->setObjectName(QStringLiteral("theme"));
    theme->setToolTip(tr("Change between the paper theme and the one for before dawn (Ctrl+D)"));
    connect(theme, &QPushButton::clicked, this, &MainWindow::switchTheme);

    auto* about = new QVBoxLayout;
    about->setSpacing(0);
    about->addStretch(1);
    about->addWidget(m_name);
    about->addWidget(m_details);
    about->addStretch(1);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(0, 0, 28, 0);
    head->setSpacing(16);
    head->addWidget(new BreathLine(this), 5);
    head->addLayout(about, 3);
    head->addWidget(theme, 0, Qt::AlignVCenter);
    auto* body = new QWidget(this);
    auto* column = new QVBoxLayout(body);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addLayout(head);
    column->addWidget(m_page, 1);
    setCentralWidget(body);

    addShortcuts();
    connect(m_page, &ReadPage::readingChanged, this, &MainWindow::showHead);
    connect(m_page, &ReadPage::opened, this, [this](const QString& file) { remember({file}); });
    restoreState();
    showHead();
}

void MainWindow::addShortcuts()
{
    const auto on = [this](const QKeySequence& keys, auto&& action) {
        connect(new QShortcut(keys, this), &QShortcut::activated, this, action);
    };
    on(QKeySequence::Open, [this] { m_page->askForRecording(); });
    on(QKeySequence::Save, [this] { m_page->askWhereToSave(); });
    on(QKeySequence(Qt::Key_Escape), [this] { m_page->stopWhatRuns(); });
    on(QKeySequence(Qt::CTRL | Qt::Key_D), [this] { switchTheme(); });
    on(QKeySequence::Quit, [this] { close(); });
    for (int place = 0; place < static_cast<int>(BreathLine::places.size()); ++place)
        on(QKeySequence(Qt::Key_1 + place), [this, place] {
            if (place == BreathLine::readPlace)
                m_page->focusStaff();
            else
                m_page->note(tr("%1 is not in this version yet.")
                                 .arg(tr(BreathLine::places[static_cast<std::size_t>(place)])));
        });
}

void MainWindow::openFiles(const QStringList& files)
{
    if (files.isEmpty()) return;
    if (files.size() > 1) remember(files.mid(1));
    m_page->openFile(files.first());
}

void MainWindow::showHead()
{
    m_name->setFont(typeface(Type::Body, true));
    m_details->setFont(typeface(Type::Small));
    QPalette soft = palette();
    soft.setColor(QPalette::WindowText, currentTheme().softInk);
    m_details->setPalette(soft);
    const Reading* reading = m_page->reading();
    if (!reading) {
        setWindowTitle(tr("Layakari"));
        return;
    }
    const QFileInfo file(QString::fromStdString(reading->recording.file));
    m_name->setText(
        m_name->fontMetrics().elidedText(file.completeBaseName(), Qt::ElideMiddle, 300));
    m_name->setToolTip(file.filePath());
    QStringList details;
    if (file.exists())
        details << QLocale().toString(file.lastModified(), QStringLiteral("ddd d MMM, HH:mm"));
    details << tr("%1 min").arg(
        QString::fromStdString(clockTime(reading->recording.durationSeconds)));
    details << tr("%1 sound").arg(QString::fromUtf8(toWord(reading->quality.verdict)));
    m_details->setText(details.join(QStringLiteral(" · ")));
    setWindowTitle(tr("%1 – Layakari").arg(file.completeBaseName()));
}

void MainWindow::switchTheme()
{
    applyTheme(currentTheme().dark ? Theme::paperTheme() : Theme::beforeDawn());
    QSettings(m_settingsFile, QSettings::IniFormat)
        .setValue(QStringLiteral("theme"), currentTheme().name);
    m_page->restyle();
    showHead();
}

void MainWindow::remember(const QStringList& files)
{
    QSettings settings(m_settingsFile, QSettings::IniFormat);
    QStringList recent = settings.value(QStringLiteral("recent")).toStringList();
    for (const QString& file : files) {
        const QString absolute = QFileInfo(file).absoluteFilePath();
        recent.removeAll(absolute);
        recent.prepend(absolute);
    }
    recent = recent.mid(0, mostRecent);
    settings.setValue(QStringLiteral("recent"), recent);
    m_page->setRecent(recent);
}

void MainWindow::restoreState()
{
    const QSettings settings(m_settingsFile, QSettings::IniFormat);
    resize(1280, 800);
    restoreGeometry(settings.value(QStringLiteral("geometry")).toByteArray());
    m_page->setRecent(settings.value(QStringLiteral("recent")).toStringList());
}

void MainWindow::closeEvent(QCloseEvent* event)
{
    QSettings(m_settingsFile, QSettings::IniFormat)
        .setValue(QStringLiteral("geometry"), saveGeometry());
    event->accept();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event)
{
    if (!localFiles(event->mimeData()).isEmpty()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event)
{
    const QStringList files = localFiles(event->mimeData());
    event->acceptProposedAction();
    openFiles(files);
}

} // namespace layakari
