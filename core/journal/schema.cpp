// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/journal/schema.hpp"

#include <array>

namespace layakari {

namespace {

constexpr std::string_view peopleAndPlans = R"sql(
CREATE TABLE setting (key TEXT PRIMARY KEY, value TEXT NOT NULL);
CREATE TABLE person (
    id INTEGER PRIMARY KEY,
    name TEXT NOT NULL,
    note TEXT NOT NULL DEFAULT '',
    usual_hour INTEGER,
    own_count_s REAL,
    sa_hz REAL,
    school TEXT NOT NULL DEFAULT '{}',
    breath_profile TEXT NOT NULL DEFAULT '',
    archived INTEGER NOT NULL DEFAULT 0);
CREATE TABLE person_condition (
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    condition TEXT NOT NULL,
    PRIMARY KEY (person, condition)) WITHOUT ROWID;
CREATE TABLE acknowledgement (
    id INTEGER PRIMARY KEY,
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    technique TEXT NOT NULL,
    demands INTEGER NOT NULL,
    conditions TEXT NOT NULL,
    day TEXT NOT NULL);
CREATE INDEX acknowledgement_of_person ON acknowledgement (person);
CREATE TABLE day_state (
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    day TEXT NOT NULL,
    conditions TEXT NOT NULL,
    meal_hour REAL,
    PRIMARY KEY (person, day)) WITHOUT ROWID;
CREATE TABLE plan (
    id INTEGER PRIMARY KEY,
    person INTEGER REFERENCES person ON DELETE CASCADE,
    listed INTEGER NOT NULL DEFAULT 1,
    archived INTEGER NOT NULL DEFAULT 0);
CREATE TABLE plan_version (
    id INTEGER PRIMARY KEY,
    plan INTEGER NOT NULL REFERENCES plan ON DELETE CASCADE,
    version INTEGER NOT NULL,
    json TEXT NOT NULL,
    UNIQUE (plan, version));
CREATE INDEX plan_version_by_text ON plan_version (json);
)sql";

constexpr std::string_view laddersCoursesSittings = R"sql(
CREATE TABLE ladder (
    id INTEGER PRIMARY KEY,
    json TEXT NOT NULL,
    deleted INTEGER NOT NULL DEFAULT 0);
CREATE TABLE ladder_place (
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    ladder TEXT NOT NULL,
    rung INTEGER NOT NULL,
    since TEXT NOT NULL,
    PRIMARY KEY (person, ladder)) WITHOUT ROWID;
CREATE TABLE course (
    id INTEGER PRIMARY KEY,
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    plan_version INTEGER NOT NULL REFERENCES plan_version,
    weekdays INTEGER NOT NULL,
    weeks INTEGER NOT NULL,
    starts TEXT NOT NULL,
    hour INTEGER NOT NULL);
CREATE INDEX course_of_person ON course (person);
CREATE TABLE sitting (
    id INTEGER PRIMARY KEY,
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    plan_version INTEGER REFERENCES plan_version,
    started_at INTEGER NOT NULL,
    day TEXT NOT NULL,
    recording TEXT NOT NULL,
    sha256 TEXT NOT NULL,
    practice_s REAL NOT NULL,
    accuracy REAL, accuracy_low REAL, accuracy_high REAL,
    completion REAL,
    count_length_s REAL,
    longest_hold_s REAL,
    strain_signs INTEGER NOT NULL DEFAULT 0,
    complaints TEXT NOT NULL DEFAULT '[]',
    UNIQUE (person, sha256));
CREATE INDEX sitting_by_time ON sitting (person, started_at);
CREATE INDEX sitting_by_plan ON sitting (plan_version);
CREATE TABLE sitting_reading (
    sitting INTEGER PRIMARY KEY REFERENCES sitting ON DELETE CASCADE,
    json TEXT NOT NULL);
)sql";

// What charts and the talk after a sitting need. Figures of sittings that are older than this step
// are taken from their readings when the journal is opened.
constexpr std::string_view feelAndFigures = R"sql(
ALTER TABLE sitting ADD COLUMN strokes INTEGER;
ALTER TABLE sitting ADD COLUMN stroke_pace REAL;
ALTER TABLE sitting ADD COLUMN hum_s REAL;
ALTER TABLE sitting ADD COLUMN hum_pitch_hz REAL;
ALTER TABLE sitting ADD COLUMN hum_steadiness_cents REAL;
ALTER TABLE sitting ADD COLUMN rest_breaths_per_min REAL;
ALTER TABLE sitting ADD COLUMN feel_before INTEGER;
ALTER TABLE sitting ADD COLUMN feel_after INTEGER;
ALTER TABLE sitting ADD COLUMN feel_words TEXT NOT NULL DEFAULT '';
ALTER TABLE sitting ADD COLUMN note TEXT NOT NULL DEFAULT '';
ALTER TABLE sitting ADD COLUMN left_out TEXT NOT NULL DEFAULT '';
)sql";

constexpr std::string_view handedIn = R"sql(
CREATE TABLE intake (
    id INTEGER PRIMARY KEY,
    file TEXT NOT NULL,
    person INTEGER REFERENCES person ON DELETE CASCADE,
    plan_version INTEGER REFERENCES plan_version,
    state INTEGER NOT NULL,
    words TEXT NOT NULL DEFAULT '',
    sitting INTEGER REFERENCES sitting ON DELETE SET NULL);
CREATE INDEX sitting_by_content ON sitting (sha256);
)sql";

// What of the shape of a breath is charted; older sittings' are taken from their readings.
constexpr std::string_view keptRatios = R"sql(
ALTER TABLE sitting ADD COLUMN exhale_to_inhale REAL;
ALTER TABLE sitting ADD COLUMN hold_to_inhale REAL;
)sql";

// Two people of one name stay two when a journal is taken in again: each has a mark of their own.
// Of people who were there before, it follows from the name, so that copies of one journal agree.
constexpr std::string_view whoIsWho = R"sql(
ALTER TABLE person ADD COLUMN uid TEXT NOT NULL DEFAULT '';
UPDATE person SET uid = 'name:' || name || ':' ||
    (SELECT count(*) FROM person other WHERE other.name = person.name AND other.id < person.id);
ALTER TABLE intake ADD COLUMN reader TEXT NOT NULL DEFAULT '';
ALTER TABLE intake ADD COLUMN attempts INTEGER NOT NULL DEFAULT 0;
)sql";

// A figure is a row, so that a new one changes no table.
constexpr std::string_view figuresAsRows = R"sql(
CREATE TABLE sitting_figure (
    sitting INTEGER NOT NULL REFERENCES sitting ON DELETE CASCADE,
    name TEXT NOT NULL,
    value REAL NOT NULL, low REAL, high REAL,
    PRIMARY KEY (sitting, name)) WITHOUT ROWID;
INSERT INTO sitting_figure SELECT id, 'accuracy', accuracy, accuracy_low, accuracy_high FROM sitting WHERE accuracy IS NOT NULL;
INSERT INTO sitting_figure SELECT id, 'completion_percent', completion, NULL, NULL FROM sitting WHERE completion IS NOT NULL;
INSERT INTO sitting_figure SELECT id, 'count_s', count_length_s, NULL, NULL FROM sitting WHERE count_length_s IS NOT NULL;
INSERT INTO sitting_figure SELECT id, 'longest_hold_s', longest_hold_s, NULL, NULL FROM sitting WHERE longest_hold_s > 0;
INSERT INTO sitting_figure SELECT id, 'exhale_to_inhale', exhale_to_inhale, NULL, NULL FROM sitting WHERE exhale_to_inhale IS NOT NULL;
INSERT INTO sitting_figure SELECT id, 'hold_to_inhale', hold_to_inhale, NULL, NULL FROM sitting WHERE hold_to_inhale IS NOT NULL;
INSERT INTO sitting_figure SELECT id, 'strokes', strokes, NULL, NULL FROM sitting WHERE strokes IS NOT NULL;
INSERT INTO sitting_figure SELECT id, 'strokes_per_min', stroke_pace, NULL, NULL FROM sitting WHERE stroke_pace IS NOT NULL;
INSERT INTO sitting_figure SELECT id, 'hum_s', hum_s, NULL, NULL FROM sitting WHERE hum_s IS NOT NULL;
INSERT INTO sitting_figure SELECT id, 'hum_hz', hum_pitch_hz, NULL, NULL FROM sitting WHERE hum_pitch_hz IS NOT NULL;
INSERT INTO sitting_figure SELECT id, 'hum_wander_cents', hum_steadiness_cents, NULL, NULL FROM sitting WHERE hum_steadiness_cents IS NOT NULL;
INSERT INTO sitting_figure SELECT id, 'rest_breaths_per_min', rest_breaths_per_min, NULL, NULL FROM sitting WHERE rest_breaths_per_min IS NOT NULL;
ALTER TABLE sitting DROP COLUMN accuracy;
ALTER TABLE sitting DROP COLUMN accuracy_low;
ALTER TABLE sitting DROP COLUMN accuracy_high;
ALTER TABLE sitting DROP COLUMN completion;
ALTER TABLE sitting DROP COLUMN count_length_s;
ALTER TABLE sitting DROP COLUMN longest_hold_s;
ALTER TABLE sitting DROP COLUMN exhale_to_inhale;
ALTER TABLE sitting DROP COLUMN hold_to_inhale;
ALTER TABLE sitting DROP COLUMN strokes;
ALTER TABLE sitting DROP COLUMN stroke_pace;
ALTER TABLE sitting DROP COLUMN hum_s;
ALTER TABLE sitting DROP COLUMN hum_pitch_hz;
ALTER TABLE sitting DROP COLUMN hum_steadiness_cents;
ALTER TABLE sitting DROP COLUMN rest_breaths_per_min;
)sql";

// Sittings can be noted, tried out, archived, moved and deleted. What is to go from the disk is
// written down in the same change: whatever ends the program, it goes the next time.
constexpr std::string_view puttingRight = R"sql(
ALTER TABLE sitting ADD COLUMN origin INTEGER NOT NULL DEFAULT 0;
ALTER TABLE sitting ADD COLUMN archived INTEGER NOT NULL DEFAULT 0;
ALTER TABLE sitting ADD COLUMN breath TEXT NOT NULL DEFAULT '';
CREATE TABLE file_to_delete (path TEXT PRIMARY KEY, day TEXT NOT NULL) WITHOUT ROWID;
)sql";

// Whether a reading is sure, and whether it asks something. Those that were made before readings
// said so stay what they were: sure.
constexpr std::string_view doubt = R"sql(
ALTER TABLE sitting ADD COLUMN sure INTEGER NOT NULL DEFAULT 1;
ALTER TABLE sitting ADD COLUMN asks INTEGER NOT NULL DEFAULT 0;
)sql";

constexpr std::array steps{
    peopleAndPlans, laddersCoursesSittings, feelAndFigures, handedIn, keptRatios,
    whoIsWho,       figuresAsRows,          puttingRight,   doubt};

} // namespace

std::span<const std::string_view> schemaSteps() { return steps; }

} // namespace layakari
