// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/playback.hpp"

#include "desktop/controls/controls.hpp"
#include "desktop/read/sound_strip.hpp"
#include "desktop/read/staff_view.hpp"
#include "desktop/sound/player.hpp"

#include <QAction>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>
#include <array>

namespace layakari {

namespace {

constexpr double longestStretchS = 300; // that is decoded at once, when it plays on and on

struct Speed {
    double pace;
    const char* text;
};
constexpr std::array paces{Speed{1, QT_TRANSLATE_NOOP("layakari::Playback", "Normal speed")},
                           Speed{0.75, QT_TRANSLATE_NOOP("layakari::Playback", "¾ speed")},
                           Speed{0.5, QT_TRANSLATE_NOOP("layakari::Playback", "½ speed")}};

} // namespace

Playback::Playback(QWidget* page, StaffView* staff, SoundStrip* strip)
    : QObject(page),
      m_staff(staff),
      m_strip(strip),
      m_player(new Player(this)),
      m_playRow(sideButton(tr("Play row"), "playRow", page,
                           tr("Play the chosen row, or stop (Space); from here on and on with "
                              "Shift+Space"))),
      m_playPhase(
          sideButton(tr("Play phase"), "playPhase", page,
                     tr("Play the chosen phase; choose one with the left and right arrow keys"))),
      m_loop(sideButton(tr("Loop"), "loop", page, tr("Play again and again (L)"))),
      m_slow(sideButton(tr(paces[0].text), "slow", page,
                        tr("Play slower, at the same pitch; once more for slower still (W)"))),
      m_tones(sideButton(tr("Play tones"), "playTones", page,
                         tr("Play the target pitch, then the one that was heard (T)")))
{
    m_loop->setCheckable(true);
    m_slow->setCheckable(true);
    connectAll();
    update();
}

double Playback::widestText()
{
    const QFontMetricsF metrics(typeface(Type::Body));
    double widest = 0;
    for (const QString& text : {tr("Play row"), tr("Play phase"), tr("Loop"), tr(paces[0].text),
                                tr(paces[1].text), tr("Play tones"), tr("Stop")})
        widest = std::max(widest, metrics.horizontalAdvance(text));
    return widest;
}

QVBoxLayout* Playback::buttons()
{
    auto* column = new QVBoxLayout;
    column->setSpacing(2);
    for (QPushButton* b : {m_playRow, m_playPhase, m_loop, m_slow, m_tones}) {
        column->addWidget(b, 0, Qt::AlignLeft);
    }
    column->addStretch(1);
    return column;
}

void Playback::connectAll()
{
    const auto onKey = [this](const QKeySequence& keys, auto slot) {
        auto* action = new QAction(this);
        action->setShortcut(keys);
        action->setShortcutContext(Qt::WidgetShortcut);
        connect(action, &QAction::triggered, this, slot);
        m_staff->addAction(action);
    };
    onKey(Qt::SHIFT | Qt::Key_Space, &Playback::playFromHere);
    onKey(Qt::Key_W, &Playback::nextPace);
    connect(m_staff, &StaffView::playWanted, this, &Playback::playOrStop);
    connect(m_staff, &StaffView::loopWanted, m_loop, &QPushButton::toggle);
    connect(m_staff, &StaffView::tonesWanted, this, &Playback::playTones);
    connect(m_strip, &SoundStrip::playWanted, this, &Playback::playStretch);
    connect(m_playRow, &QPushButton::clicked, this, [this] {
        if (!isPlaying()) m_strip->choosePhase(std::nullopt);
        playOrStop();
    });
    connect(m_playPhase, &QPushButton::clicked, this, &Playback::playOrStop);
    connect(m_slow, &QPushButton::clicked, this, &Playback::nextPace);
    connect(m_tones, &QPushButton::clicked, this, &Playback::playTones);
    connect(m_player, &Player::started, this, &Playback::update);
    connect(m_player, &Player::moved, this, [this](double seconds) { emit moved(seconds); });
    connect(m_player, &Player::stopped, this, [this] {
        m_goesOn = false;
        emit moved(std::nullopt);
        update();
    });
    connect(m_player, &Player::failed, this, &Playback::failed);
}

void Playback::setReading(std::shared_ptr<const Listened> listened,
                          std::shared_ptr<const Reading> reading)
{
    m_listened = std::move(listened);
    m_reading = std::move(reading);
    update();
}

void Playback::update()
{
    const StaffRow* row = m_staff->currentRow();
    const bool canPlay = m_listened && row && row->hasPhases;
    m_playRow->setText(isPlaying() ? tr("Stop") : tr("Play row"));
    m_playRow->setEnabled(canPlay);
    m_playPhase->setEnabled(canPlay && m_strip->chosenPhase().has_value());
    m_loop->setEnabled(canPlay);
    m_slow->setEnabled(canPlay);
    m_tones->setVisible(row && !row->hums.empty());
}

bool Playback::isPlaying() const { return m_player->isPlaying(); }

void Playback::stop()
{
    m_goesOn = false;
    m_player->stop();
}

void Playback::nextPace()
{
    const auto here = std::find_if(paces.begin(), paces.end(),
                                   [&](const Speed& p) { return p.pace == m_player->pace(); });
    const auto next = here == paces.end() || here + 1 == paces.end() ? paces.begin() : here + 1;
    m_player->setPace(next->pace);
    m_slow->setText(tr(next->text));
    m_slow->setChecked(next->pace != 1);
}

void Playback::playStretch(double startS, double endS)
{
    if (!m_listened) return;
    m_goesOn = false;
    m_player->play(m_listened->recording.file, startS, endS, m_loop->isChecked());
}

void Playback::playOrStop()
{
    if (isPlaying()) return stop();
    const StaffRow* row = m_staff->currentRow();
    if (!m_listened || !row || !row->hasPhases) return;
    if (const auto phase = m_strip->chosenPhase())
        return playStretch(m_reading->phases[*phase].startS, m_reading->phases[*phase].endS);
    playStretch(m_strip->startS(), m_strip->endS());
}

void Playback::playFromHere()
{
    if (isPlaying()) return stop();
    const StaffRow* row = m_staff->currentRow();
    if (!m_listened || !row || !row->hasPhases) return;
    const auto phase = m_strip->chosenPhase();
    const double from = phase ? m_reading->phases[*phase].startS : m_strip->startS();
    m_player->play(m_listened->recording.file, from,
                   std::min(from + longestStretchS, m_listened->recording.durationSeconds));
    m_goesOn = true;
}

void Playback::playTones()
{
    if (isPlaying()) return stop();
    const StaffRow* row = m_staff->currentRow();
    if (!row || row->hums.empty() || !row->hums.front().pitchHz) return;
    const ReadHum& hum = row->hums.front();
    std::vector<double> tones;
    if (hum.targetHz) tones.push_back(*hum.targetHz);
    tones.push_back(*hum.pitchHz);
    m_player->playTones(tones);
}

} // namespace layakari
