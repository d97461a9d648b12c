// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reading/reading.hpp"

#include <QWidget>
#include <optional>
#include <vector>

class QAction;
class QLabel;
class QPushButton;

namespace layakari {

/// What a reading that is not sure asks: a line with the question, the place to listen to, and a
/// key for each answer. Hidden where the reading is sure, but in a round, where it leads to the
/// next recording.
class QuestionBar : public QWidget {
    Q_OBJECT
public:
    /// The keys of what is shown hold wherever on `page` the focus is.
    explicit QuestionBar(QWidget* page);

    /// `canAnswer`: the recording is at hand. `isAnother`: it is another recording than before.
    void show(const Reading& reading, bool canAnswer, bool isAnother);
    void clear();
    /// The recording is one of several that are gone through; the first is 1, and 0 of 0 is none.
    struct Round {
        int nth = 0;
        int all = 0;
    };
    void setRound(const Round& round);
    /// What is asked now; null where nothing is.
    const ReadQuestion* question() const;

signals:
    void answered(const layakari::Correction& correction);
    void hearWanted(double startS, double endS);
    void placeWanted(double atS); ///< a question has come whose place should be seen
    void nextWanted();            ///< the next recording of the round

protected:
    void paintEvent(QPaintEvent*) override;

private:
    QLabel* m_question;
    QLabel* m_doubt;
    QPushButton* m_hear;
    std::vector<QPushButton*> m_answers;
    QPushButton* m_cannotTell;
    QPushButton* m_next;
    Round m_round;
    std::vector<std::pair<QPushButton*, QAction*>> m_keys;
    std::optional<ReadQuestion> m_asked;
    QString m_uncertain;
    bool m_isAnswering = false;
    bool m_isSure = true;

    QPushButton* button(const char* name, const QString& text, const QKeySequence& key,
                        const std::function<void()>& pressed);
    void answer(std::size_t index);
    void give(const Correction& correction);
    void ask(bool goThere);
    void appear(bool should);
    void setKeys();
};

} // namespace layakari
