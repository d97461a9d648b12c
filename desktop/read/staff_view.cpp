// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/read/staff_view.hpp"

#include "core/measure/keeping.hpp"
#include "desktop/controls/controls.hpp"
#include "desktop/read/sound_marks.hpp"
#include "desktop/shapes/lung_shape.hpp"
#include "desktop/theme/theme.hpp"

#include <QKeyEvent>
#include <QLocale>
#include <QPainter>
#include <QScrollBar>
#include <algorithm>

namespace layakari {

namespace {

// At a text of usual size; they grow with it.
constexpr int cycleHeight = 54;
constexpr int wideCycleHeight = 72; // with the counts under the shape
constexpr int strokesHeight = 66;   // with the number of every tenth below
constexpr int naturalHeight = 30;
constexpr double shapeHeight = 36;
constexpr double naturalShapeHeight = 11;

// As wide as the words over them, and at least as wide as the figures in them.
double columnWidth()
{
    constexpr double least = 62;
    constexpr double between = 12;
    const QFontMetricsF metrics(typeface(Type::Small));
    double widest = 0;
    for (const PhaseKind kind :
         {PhaseKind::Inhale, PhaseKind::HoldFull, PhaseKind::Exhale, PhaseKind::HoldEmpty})
        widest =
            std::max(widest, metrics.horizontalAdvance(QString::fromStdString(shortTermFor(kind))));
    return std::max(scaled(least), widest + between);
}

QString accuracyHead() { return StaffHead::tr("accuracy, %"); }

double accuracyWidth()
{
    constexpr double least = 78;
    return std::max(scaled(least),
                    QFontMetricsF(typeface(Type::Small)).horizontalAdvance(accuracyHead()) + 2);
}

bool hasColumns(const StaffSheet& sheet) { return !sheet.columns.empty(); }

// Kept: a dot. Short: a stroke that ends before the mark it was to reach. Long: one that goes past
// it.
void drawKeepingMark(QPainter& painter, Keeping keeping, QPointF at, const Theme& theme)
{
    constexpr double reach = 5;
    painter.setPen(QPen(theme.ink, 1.6));
    if (keeping == Keeping::Kept) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(theme.softInk);
        painter.drawEllipse(at, 2.2, 2.2);
    } else if (keeping == Keeping::Short) {
        painter.drawLine(at + QPointF(reach, -reach), at + QPointF(reach, reach));
        painter.drawLine(at - QPointF(reach, 0), at + QPointF(0, 0));
    } else if (keeping == Keeping::Long) {
        painter.drawLine(at + QPointF(-1, -reach), at + QPointF(-1, reach));
        painter.drawLine(at - QPointF(reach, 0), at + QPointF(reach + 1, 0));
    }
}

// Side and opening of each breath of a cycle: two nostrils from the front, the open one filled;
// narrowed it is a slit. Nothing where the plan does not say.
void drawNostrils(QPainter& painter, const std::vector<Phase>& planned, QPointF at,
                  const Theme& theme)
{
    for (const Phase& phase : planned) {
        if (isHold(phase.kind) || !phase.nostril) continue;
        const bool left = *phase.nostril != Nostril::Right;
        const bool right = *phase.nostril != Nostril::Left;
        const double width = phase.opening == Opening::Narrow ? 1.2 : 2.8;
        painter.setPen(QPen(theme.softInk, 1));
        painter.setBrush(left ? QBrush(theme.ink) : Qt::NoBrush);
        painter.drawEllipse(at, left ? width : 2.8, 4);
        painter.setBrush(right ? QBrush(theme.ink) : Qt::NoBrush);
        painter.drawEllipse(at + QPointF(8, 0), right ? width : 2.8, 4);
        at.rx() += 22;
    }
}

QString keptText(const ReadCycle::Kept& kept)
{
    if (isUnheard(kept)) return QStringLiteral("\u2013");
    return kept.counts ? QLocale().toString(*kept.counts, 'f', 1)
                       : QLocale().toString(kept.seconds, 'f', 1);
}

class RowPainter {
public:
    RowPainter(QPainter& painter, const StaffSheet& sheet, const StaffRow& row, QRectF area,
               bool chosen)
        : m_painter(painter),
          m_sheet(sheet),
          m_row(row),
          m_area(area),
          m_chosen(chosen),
          m_theme(currentTheme()),
          m_columns(StaffColumns::of(sheet, static_cast<int>(area.width())))
    {
    }

    void paint()
    {
        m_painter.setRenderHint(QPainter::Antialiasing);
        if (m_chosen) paintChosen();
        paintCountLines();
        paintName();
        paintCorrected();
        if (m_row.kind == StaffRow::Kind::Natural) return paintNatural();
        if (m_row.kind == StaffRow::Kind::Strokes) return paintStrokes();
        const LungShape shape{m_columns.left + m_area.left(), baseline(), shapeHeight,
                              m_columns.pixelsPerUnit};
        shape.paintHeard(m_painter, m_row.shapes, m_theme);
        shape.paintPlanned(m_painter, m_row.planned, m_theme);
        paintSounds();
        if (m_row.kind == StaffRow::Kind::Missing) return;
        if (hasColumns(m_sheet))
            paintColumns();
        else
            paintCountsUnderShape();
        paintAccuracy();
    }

private:
    QPainter& m_painter;
    const StaffSheet& m_sheet;
    const StaffRow& m_row;
    QRectF m_area;
    bool m_chosen;
    const Theme& m_theme;
    StaffColumns m_columns;

    double baseline() const { return m_area.top() + 9 + shapeHeight; }

    // The chosen row has a ground of its own and a bracket at its left: seen without colour too.
    void paintChosen()
    {
        const QRectF ground = m_area.adjusted(14, 1, -14, -1);
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(m_theme.panel);
        m_painter.drawRoundedRect(ground, 6, 6);
        m_painter.setBrush(m_theme.ink);
        m_painter.drawRoundedRect(QRectF(ground.left(), ground.top() + 5, 4, ground.height() - 10),
                                  2, 2);
    }

    void paintCountLines()
    {
        if (m_row.kind == StaffRow::Kind::Natural || m_row.kind == StaffRow::Kind::Strokes) return;
        // Fine lines every count, or as many counts as keep them apart.
        double step = 1;
        while (step * m_columns.pixelsPerUnit < 14) step *= step < 5 ? 5 : 2;
        const double end = m_sheet.span;
        m_painter.setRenderHint(QPainter::Antialiasing, false);
        for (double c = 0; c <= end + 1e-9; c += step) paintCountLine(c, false);
        for (const double c : m_sheet.marks) paintCountLine(c, true);
        m_painter.setRenderHint(QPainter::Antialiasing, true);
    }

    void paintCountLine(double count, bool strong)
    {
        const double x = m_area.left() + m_columns.left + count * m_columns.pixelsPerUnit;
        QColor color = m_theme.line;
        if (!strong) color.setAlphaF(0.55f);
        m_painter.setPen(QPen(color, strong ? 2 : 1));
        m_painter.drawLine(QPointF(x, m_area.top()), QPointF(x, m_area.bottom()));
    }

    void paintName()
    {
        if (m_row.kind == StaffRow::Kind::Strokes) return paintRunName();
        const bool cycle = m_row.kind == StaffRow::Kind::Cycle;
        m_painter.setPen(cycle ? m_theme.ink : m_theme.softInk);
        m_painter.setFont(cycle ? typeface(Type::Row, m_chosen) : typeface(Type::Body));
        const double y = cycle ? m_area.top() + 14 : m_area.top();
        const double height = cycle ? 26 : m_area.height();
        m_painter.drawText(QRectF(m_area.left() + 30, y, cycle ? 60 : 96, height),
                           Qt::AlignLeft | Qt::AlignVCenter, m_row.name);
        m_painter.setFont(typeface(Type::Small));
        m_painter.setPen(m_theme.softInk);
        if (!m_row.round.isEmpty())
            m_painter.drawText(QRectF(m_area.left() + 60, cycle ? y : y + 18, 66, height),
                               Qt::AlignLeft | Qt::AlignVCenter, m_row.round);
        if (cycle)
            drawNostrils(m_painter, m_row.planned, {m_area.left() + 34, baseline() + 3}, m_theme);
    }

    void paintRunName()
    {
        m_painter.setPen(m_theme.ink);
        m_painter.setFont(typeface(Type::Body, m_chosen));
        const double y = m_area.top() + (m_row.round.isEmpty() ? 16 : 8);
        m_painter.drawText(QRectF(m_area.left() + 30, y, staffLeftMargin() - 34, 22),
                           Qt::AlignLeft | Qt::AlignVCenter, m_row.name);
        m_painter.setFont(typeface(Type::Small));
        m_painter.setPen(m_theme.softInk);
        m_painter.drawText(QRectF(m_area.left() + 30, y + 20, staffLeftMargin() - 34, 18),
                           Qt::AlignLeft | Qt::AlignVCenter, m_row.round);
    }

    // Three dots under what a person has put right.
    void paintCorrected()
    {
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(m_theme.ink);
        for (const double at : m_row.correctedAtS) {
            const double along =
                m_row.run ? 12 : (at - m_row.startS) / m_sheet.unitS * m_columns.pixelsPerUnit;
            const double x = m_area.left() + m_columns.left + along;
            for (const double beside : {-5.0, 0.0, 5.0})
                m_painter.drawEllipse(QPointF(x + beside, m_area.bottom() - 3), 1.4, 1.4);
        }
    }

    // Pitch over the exhale that was hummed; a zigzag where an ocean breath was rough.
    void paintSounds()
    {
        const XOf xOf = [&](double seconds) {
            return m_area.left() + m_columns.left +
                   (seconds - m_row.startS) / m_sheet.unitS * m_columns.pixelsPerUnit;
        };
        const QRectF band(m_area.left(), baseline() - shapeHeight, m_area.width(), shapeHeight);
        for (const ReadHum& hum : m_row.hums) {
            drawPitchRibbon(m_painter, hum, band, xOf, m_theme);
            m_painter.setFont(typeface(Type::Small));
            m_painter.setPen(m_theme.ink);
            const QString text = pitchInWords(hum);
            const double width = m_painter.fontMetrics().horizontalAdvance(text);
            m_painter.drawText(QRectF(std::max(xOf(hum.startS) + 6, xOf(hum.endS) - width - 4),
                                      m_area.top() - 1, width + 4, 16),
                               Qt::AlignLeft | Qt::AlignVCenter, text);
        }
        for (const double at : m_row.roughAtS)
            drawRoughness(m_painter, {xOf(at), baseline() - shapeHeight - 1}, m_theme);
    }

    void paintStrokes()
    {
        const ReadStrokeRun& run = *m_row.run;
        const double right = m_area.left() + m_columns.accuracy;
        const double left = m_area.left() + m_columns.left;
        const double room = right - 2 * accuracyWidth() - left;
        const XOf xOf = [&](double seconds) {
            return left + (seconds - run.startS) / std::max(1.0, m_sheet.longestRunS) * room;
        };
        const QRectF band(left, m_area.top() + 4, room, m_area.height() - 22);
        drawStrokeGrains(m_painter, run, band, xOf, m_theme);
        m_painter.setPen(m_theme.ink);
        m_painter.setFont(typeface(Type::Row, m_chosen));
        const QString count = run.targetCount
                                  ? QStringLiteral("%1 / %2").arg(run.count).arg(*run.targetCount)
                                  : QString::number(run.count);
        m_painter.drawText(
            QRectF(right - 2 * accuracyWidth(), m_area.top() + 6, 2 * accuracyWidth(), 24),
            Qt::AlignRight | Qt::AlignVCenter, count);
        m_painter.setFont(typeface(Type::Small));
        m_painter.setPen(m_theme.softInk);
        m_painter.drawText(
            QRectF(right - 2 * accuracyWidth(), m_area.top() + 28, 2 * accuracyWidth(), 18),
            Qt::AlignRight | Qt::AlignVCenter, m_row.note);
    }

    void paintNatural()
    {
        const double base = m_area.bottom() - 7;
        LungShape shape{m_area.left() + m_columns.left, base, naturalShapeHeight,
                        m_columns.pixelsPerUnit};
        double length = 0;
        for (const LungPhase& s : m_row.shapes) length += s.length;
        // A long rest is drawn shorter, so that it stays on the sheet with its note beside it.
        const double room = m_columns.right - m_columns.left - 130;
        if (length * shape.pixelsPerUnit > room) shape.pixelsPerUnit = room / length;
        shape.paintFaint(m_painter, m_row.shapes, m_theme);
        paintNote(m_columns.left + length * shape.pixelsPerUnit + 14, base - 6);
    }

    void paintNote(double x, double y)
    {
        m_painter.setFont(typeface(Type::Small));
        m_painter.setPen(m_theme.softInk);
        m_painter.drawText(QRectF(m_area.left() + x, y - 10, 260, 20),
                           Qt::AlignLeft | Qt::AlignVCenter, m_row.note);
    }

    void paintColumns()
    {
        for (std::size_t k = 0; k < m_row.kept.size() && k < m_columns.kept.size(); ++k) {
            const ReadCycle::Kept& kept = m_row.kept[k];
            const Keeping keeping = keepingOf(kept);
            const bool off = keeping == Keeping::Short || keeping == Keeping::Long;
            const double right = m_area.left() + m_columns.kept[k];
            m_painter.setPen(m_theme.ink);
            m_painter.setFont(typeface(Type::Row, off));
            m_painter.drawText(
                QRectF(right - columnWidth(), m_area.top(), columnWidth() - 20, m_area.height()),
                Qt::AlignRight | Qt::AlignVCenter, keptText(kept));
            drawKeepingMark(m_painter, keeping, {right - 9, m_area.center().y() + 1}, m_theme);
        }
    }

    void paintCountsUnderShape()
    {
        std::vector<double> starts;
        double x = m_area.left() + m_columns.left;
        for (const LungPhase& shape : m_row.shapes) {
            starts.push_back(x);
            x += shape.length * m_columns.pixelsPerUnit;
        }
        starts.push_back(x);
        double free = 0;
        for (const ReadCycle::Kept& kept : m_row.kept) {
            if (kept.heard.empty()) continue;
            const double from = starts[kept.heard.front() - m_row.firstPhase];
            const double to = starts[kept.heard.back() - m_row.firstPhase + 1];
            const Keeping keeping = keepingOf(kept);
            const bool off = keeping == Keeping::Short || keeping == Keeping::Long;
            m_painter.setFont(typeface(Type::Small, off));
            const QString text = keptText(kept);
            const double width = m_painter.fontMetrics().horizontalAdvance(text) + 16;
            const double left = std::max(free, (from + to - width) / 2);
            m_painter.setPen(m_theme.ink);
            m_painter.drawText(QRectF(left, baseline() + 2, width, 20),
                               Qt::AlignLeft | Qt::AlignVCenter, text);
            drawKeepingMark(m_painter, keeping, {left + width - 7, baseline() + 13}, m_theme);
            free = left + width + 4;
        }
    }

    void paintAccuracy()
    {
        if (!m_row.accuracy) return;
        m_painter.setPen(m_theme.ink);
        m_painter.setFont(typeface(Type::Row, m_chosen));
        const double right = m_area.left() + m_columns.accuracy;
        m_painter.drawText(
            QRectF(right - accuracyWidth(), m_area.top(), accuracyWidth(), m_area.height()),
            Qt::AlignRight | Qt::AlignVCenter, QString::number(*m_row.accuracy, 'f', 0));
    }
};

} // namespace

void StaffModel::setSheet(StaffSheet sheet)
{
    beginResetModel();
    m_sheet = std::move(sheet);
    endResetModel();
}

const StaffRow* StaffModel::row(const QModelIndex& index) const
{
    if (!index.isValid() || index.row() >= rowCount()) return nullptr;
    return &m_sheet.rows[static_cast<std::size_t>(index.row())];
}

int StaffModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(m_sheet.rows.size());
}

QVariant StaffModel::data(const QModelIndex& index, int role) const
{
    const StaffRow* found = row(index);
    if (!found) return {};
    // The delegate paints the row; the words are for screen readers and tests.
    if (role == Qt::AccessibleTextRole || role == Qt::DisplayRole) return found->spoken;
    return {};
}

StaffColumns StaffColumns::of(const StaffSheet& sheet, int width)
{
    StaffColumns columns;
    columns.accuracy = width - staffRightMargin;
    columns.left = staffLeftMargin();
    double x = columns.accuracy - accuracyWidth() - 6;
    for (std::size_t k = sheet.columns.size(); k > 0; --k) {
        columns.kept.insert(columns.kept.begin(), x);
        x -= columnWidth();
    }
    columns.right = std::max(columns.left + 100, x - 20);
    columns.pixelsPerUnit = (columns.right - columns.left) / std::max(1.0, sheet.span * 1.02);
    return columns;
}

void StaffDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option,
                          const QModelIndex& index) const
{
    const auto* model = static_cast<const StaffModel*>(index.model());
    const StaffRow* row = model->row(index);
    if (!row) return;
    painter->save();
    RowPainter(*painter, model->sheet(), *row, option.rect, option.state & QStyle::State_Selected)
        .paint();
    painter->restore();
}

QSize StaffDelegate::sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const
{
    const auto* model = static_cast<const StaffModel*>(index.model());
    const StaffRow* row = model->row(index);
    const int height = !row || row->kind == StaffRow::Kind::Natural ? naturalHeight
                       : row->kind == StaffRow::Kind::Strokes       ? strokesHeight
                       : hasColumns(model->sheet())                 ? cycleHeight
                                                                    : wideCycleHeight;
    return {option.rect.width(), static_cast<int>(scaled(height))};
}

StaffView::StaffView(QWidget* parent) : QListView(parent), m_model(new StaffModel(this))
{
    setObjectName(QStringLiteral("staff"));
    runToTheRight(this);
    setAccessibleName(tr("Breath staff: a row for each cycle"));
    setModel(m_model);
    setItemDelegate(new StaffDelegate(this));
    setVerticalScrollMode(ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setSelectionMode(SingleSelection);
    setEditTriggers(NoEditTriggers);
    setResizeMode(Adjust);
    verticalScrollBar()->setSingleStep(18);
}

void StaffView::setSheet(StaffSheet sheet)
{
    m_model->setSheet(std::move(sheet));
    // Begin with the first cycle rather than with the settling breaths before it.
    const auto& rows = m_model->sheet().rows;
    const auto first = std::find_if(rows.begin(), rows.end(), [](const StaffRow& r) {
        return r.kind == StaffRow::Kind::Cycle || r.kind == StaffRow::Kind::Strokes;
    });
    const auto at = first == rows.end() ? rows.begin() : first;
    if (!rows.empty()) setCurrentIndex(m_model->index(static_cast<int>(at - rows.begin())));
    scrollToTop();
}

const StaffRow* StaffView::currentRow() const { return m_model->row(currentIndex()); }

void StaffView::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Space: emit playWanted(); return;
    case Qt::Key_L: emit loopWanted(); return;
    case Qt::Key_T: emit tonesWanted(); return;
    case Qt::Key_Left: emit phaseStepWanted(-1); return;
    case Qt::Key_Right: emit phaseStepWanted(+1); return;
    default: break;
    }
    // Letters and digits are shortcuts of the window, not a search through the rows.
    if (event->text().isEmpty() || event->key() == Qt::Key_Return)
        QListView::keyPressEvent(event);
    else
        event->ignore();
}

void StaffView::currentChanged(const QModelIndex& current, const QModelIndex& previous)
{
    QListView::currentChanged(current, previous);
    emit rowChosen();
}

void StaffView::resizeEvent(QResizeEvent* event)
{
    QListView::resizeEvent(event);
    viewport()->update();
}

StaffHead::StaffHead(const StaffView* view, QWidget* parent) : QWidget(parent), m_view(view)
{
    runToTheRight(this);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize StaffHead::sizeHint() const { return {600, static_cast<int>(scaled(26))}; }

void StaffHead::paintEvent(QPaintEvent*)
{
    const StaffSheet& sheet = m_view->staff()->sheet();
    if (sheet.rows.empty()) return;
    const Theme& theme = currentTheme();
    const StaffColumns columns = StaffColumns::of(sheet, m_view->viewport()->width());
    QPainter painter(this);
    painter.setFont(typeface(Type::Small));
    painter.setPen(theme.softInk);
    const auto label = [&](double right, double width, const QString& text, Qt::Alignment align) {
        painter.drawText(QRectF(right - width, 0, width, height()), align | Qt::AlignVCenter, text);
    };
    const double unit = columns.pixelsPerUnit;
    label(columns.left + 20, 40, QStringLiteral("0"), Qt::AlignHCenter);
    double lastX = columns.left;
    std::vector<double> marks = sheet.marks;
    if (marks.empty())
        for (double u = sheet.span > 60   ? 20
                        : sheet.span > 20 ? 5
                                          : 2;
             u <= sheet.span; u += marks.front())
            marks.push_back(u);
    for (const double mark : marks) {
        const double x = columns.left + mark * unit;
        if (x - lastX < 30) continue;
        label(x + 20, 40, QLocale().toString(mark, 'g', 3), Qt::AlignHCenter);
        lastX = x;
    }
    const QString axis = sheet.inCounts ? tr("counts") : tr("seconds");
    // Before the numbers there is always room; after the last there may be none.
    label(columns.left - 14, columns.left, axis, Qt::AlignRight);
    for (std::size_t k = 0; k < columns.kept.size(); ++k)
        label(columns.kept[k] - 14, columnWidth(),
              QString::fromStdString(shortTermFor(sheet.columns[k])), Qt::AlignRight);
    if (std::any_of(sheet.rows.begin(), sheet.rows.end(),
                    [](const StaffRow& r) { return r.accuracy.has_value(); }))
        label(columns.accuracy, accuracyWidth(), accuracyHead(), Qt::AlignRight);
}

} // namespace layakari
