-- A journal of schema 1, as the program of that time made it.
BEGIN TRANSACTION;
CREATE TABLE acknowledgement (
    id INTEGER PRIMARY KEY,
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    technique TEXT NOT NULL,
    demands INTEGER NOT NULL,
    conditions TEXT NOT NULL,
    day TEXT NOT NULL);
INSERT INTO "acknowledgement" VALUES(1,1,'four-seven-eight',2,'[]','2026-09-14');
CREATE TABLE day_state (
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    day TEXT NOT NULL,
    conditions TEXT NOT NULL,
    meal_hour REAL,
    PRIMARY KEY (person, day)) WITHOUT ROWID;
INSERT INTO "day_state" VALUES(1,'2026-09-14','["menstruation"]',18.5);
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
INSERT INTO "person" VALUES(1,'Runa Vestlid','Sleep before regattas.',21,1.36,196.0,'{"words":"both"}','',0);
INSERT INTO "person" VALUES(2,'Oddny Sætermo','',NULL,NULL,NULL,'{}','',1);
CREATE TABLE person_condition (
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    condition TEXT NOT NULL,
    PRIMARY KEY (person, condition)) WITHOUT ROWID;
INSERT INTO "person_condition" VALUES(1,'glaucoma');
CREATE TABLE plan (
    id INTEGER PRIMARY KEY,
    person INTEGER REFERENCES person ON DELETE CASCADE,
    listed INTEGER NOT NULL DEFAULT 1,
    archived INTEGER NOT NULL DEFAULT 0);
INSERT INTO "plan" VALUES(1,1,1,0);
CREATE TABLE plan_version (
    id INTEGER PRIMARY KEY,
    plan INTEGER NOT NULL REFERENCES plan ON DELETE CASCADE,
    version INTEGER NOT NULL,
    json TEXT NOT NULL,
    UNIQUE (plan, version));
INSERT INTO "plan_version" VALUES(1,1,1,'{"format":"layakari.plan","version":1,"name":"Four-seven-eight, own counts","technique":"four-seven-eight","count_length_s":null,"parts":[{"kind":"cycles","repeat":6,"phases":[{"phase":"inhale","counts":4,"route":"nose"},{"phase":"hold_full","counts":7},{"phase":"exhale","counts":8,"route":"mouth","sound":"sigh"}]}]}');
CREATE TABLE setting (key TEXT PRIMARY KEY, value TEXT NOT NULL);
INSERT INTO "setting" VALUES('last_person','1');
CREATE INDEX acknowledgement_of_person ON acknowledgement (person);
CREATE INDEX plan_version_by_text ON plan_version (json);
COMMIT;
PRAGMA user_version = 1;
