-- A journal of schema 8, as the program of that time made it.
BEGIN TRANSACTION;
CREATE TABLE acknowledgement (
    id INTEGER PRIMARY KEY,
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    technique TEXT NOT NULL,
    demands INTEGER NOT NULL,
    conditions TEXT NOT NULL,
    day TEXT NOT NULL);
INSERT INTO "acknowledgement" VALUES(1,1,'four-seven-eight',2,'[]','2026-09-14');
CREATE TABLE course (
    id INTEGER PRIMARY KEY,
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    plan_version INTEGER NOT NULL REFERENCES plan_version,
    weekdays INTEGER NOT NULL,
    weeks INTEGER NOT NULL,
    starts TEXT NOT NULL,
    hour INTEGER NOT NULL);
INSERT INTO "course" VALUES(1,1,1,21,4,'2026-09-07',21);
CREATE TABLE day_state (
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    day TEXT NOT NULL,
    conditions TEXT NOT NULL,
    meal_hour REAL,
    PRIMARY KEY (person, day)) WITHOUT ROWID;
INSERT INTO "day_state" VALUES(1,'2026-09-14','["menstruation"]',18.5);
CREATE TABLE file_to_delete (path TEXT PRIMARY KEY, day TEXT NOT NULL) WITHOUT ROWID;
CREATE TABLE intake (
    id INTEGER PRIMARY KEY,
    file TEXT NOT NULL,
    person INTEGER REFERENCES person ON DELETE CASCADE,
    plan_version INTEGER REFERENCES plan_version,
    state INTEGER NOT NULL,
    words TEXT NOT NULL DEFAULT '',
    sitting INTEGER REFERENCES sitting ON DELETE SET NULL, reader TEXT NOT NULL DEFAULT '', attempts INTEGER NOT NULL DEFAULT 0);
INSERT INTO "intake" VALUES(1,'in/monday.flac',1,1,1,'by its folder',1,'',0);
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
INSERT INTO "ladder_place" VALUES(1,'four-seven-eight',1,'2026-09-10');
CREATE TABLE person (
    id INTEGER PRIMARY KEY,
    name TEXT NOT NULL,
    note TEXT NOT NULL DEFAULT '',
    usual_hour INTEGER,
    own_count_s REAL,
    sa_hz REAL,
    school TEXT NOT NULL DEFAULT '{}',
    breath_profile TEXT NOT NULL DEFAULT '',
    archived INTEGER NOT NULL DEFAULT 0, uid TEXT NOT NULL DEFAULT '');
INSERT INTO "person" VALUES(1,'Runa Vestlid','Sleep before regattas.',21,1.36,196.0,'{"words":"both"}','',0,'name:Runa Vestlid:0');
INSERT INTO "person" VALUES(2,'Oddny Sætermo','',NULL,NULL,NULL,'{}','',1,'name:Oddny Sætermo:0');
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
CREATE TABLE sitting (
    id INTEGER PRIMARY KEY,
    person INTEGER NOT NULL REFERENCES person ON DELETE CASCADE,
    plan_version INTEGER REFERENCES plan_version,
    started_at INTEGER NOT NULL,
    day TEXT NOT NULL,
    recording TEXT NOT NULL,
    sha256 TEXT NOT NULL,
    practice_s REAL NOT NULL,
    strain_signs INTEGER NOT NULL DEFAULT 0,
    complaints TEXT NOT NULL DEFAULT '[]', feel_before INTEGER, feel_after INTEGER, feel_words TEXT NOT NULL DEFAULT '', note TEXT NOT NULL DEFAULT '', left_out TEXT NOT NULL DEFAULT '', origin INTEGER NOT NULL DEFAULT 0, archived INTEGER NOT NULL DEFAULT 0, breath TEXT NOT NULL DEFAULT '',
    UNIQUE (person, sha256));
INSERT INTO "sitting" VALUES(1,1,1,1789408800,'2026-09-14','monday.flac','659bc46ee8dc9172e6ac51068ea2f07cded1770d0f545aa6e142a5f3ee518c39',150.5,0,'["dizzy"]',4,7,'lighter','window open','',0,0,'');
CREATE TABLE sitting_figure (
    sitting INTEGER NOT NULL REFERENCES sitting ON DELETE CASCADE,
    name TEXT NOT NULL,
    value REAL NOT NULL, low REAL, high REAL,
    PRIMARY KEY (sitting, name)) WITHOUT ROWID;
INSERT INTO "sitting_figure" VALUES(1,'accuracy',97.0,95.5,98.0);
INSERT INTO "sitting_figure" VALUES(1,'completion_percent',100.0,NULL,NULL);
INSERT INTO "sitting_figure" VALUES(1,'count_s',1.0,NULL,NULL);
INSERT INTO "sitting_figure" VALUES(1,'longest_hold_s',7.1,NULL,NULL);
CREATE TABLE sitting_reading (
    sitting INTEGER PRIMARY KEY REFERENCES sitting ON DELETE CASCADE,
    json TEXT NOT NULL);
INSERT INTO "sitting_reading" VALUES(1,'{"format":"layakari.reading","version":1,"recording":{"file":"monday.flac","duration_s":165.5066,"sample_rate_hz":16000,"channels":1,"sha256":"659bc46ee8dc9172e6ac51068ea2f07cded1770d0f545aa6e142a5f3ee518c39"},"plan":{"format":"layakari.plan","version":1,"name":"Four-seven-eight, own counts","technique":"four-seven-eight","count_length_s":null,"parts":[{"kind":"cycles","repeat":6,"phases":[{"phase":"inhale","counts":4.0,"route":"nose"},{"phase":"hold_full","counts":7.0},{"phase":"exhale","counts":8.0,"sound":"sigh","route":"mouth"}]}]},"quality":{"verdict":"good","noise_floor_db":-55.49,"breath_snr_db":24.7513,"clipped_fraction":0.0,"unreadable":[],"advice":[]},"phases":[{"kind":"inhale","sound":"plain","start_s":0.6353,"end_s":2.7305,"start_sd_s":0.0146,"end_sd_s":0.0055,"confidence":1.0,"role":"outside","cycle":null,"origin":"heard"},{"kind":"exhale","sound":"plain","start_s":2.7305,"end_s":5.4337,"start_sd_s":0.0055,"end_sd_s":0.0127,"confidence":1.0,"role":"outside","cycle":null,"origin":"heard"},{"kind":"hold_empty","sound":"plain","start_s":5.4337,"end_s":5.9786,"start_sd_s":0.0127,"end_sd_s":0.0129,"confidence":0.99,"role":"outside","cycle":null,"origin":"heard"},{"kind":"inhale","sound":"plain","start_s":5.9786,"end_s":7.98,"start_sd_s":0.0129,"end_sd_s":0.005,"confidence":1.0,"role":"outside","cycle":null,"origin":"heard"},{"kind":"exhale","sound":"plain","start_s":7.98,"end_s":10.5776,"start_sd_s":0.005,"end_sd_s":0.0077,"confidence":1.0,"role":"outside","cycle":null,"origin":"heard"},{"kind":"hold_empty","sound":"plain","start_s":10.5776,"end_s":11.2251,"start_sd_s":0.0077,"end_sd_s":0.0109,"confidence":0.99,"role":"outside","cycle":null,"origin":"heard"},{"kind":"inhale","sound":"plain","start_s":11.2251,"end_s":13.2635,"start_sd_s":0.0109,"end_sd_s":0.0078,"confidence":1.0,"role":"outside","cycle":null,"origin":"heard"},{"kind":"exhale","sound":"plain","start_s":13.2635,"end_s":15.9189,"start_sd_s":0.0078,"end_sd_s":0.0183,"confidence":1.0,"role":"outside","cycle":null,"origin":"heard"},{"kind":"hold_empty","sound":"plain","start_s":15.9189,"end_s":16.255,"start_sd_s":0.0183,"end_sd_s":0.0172,"confidence":0.99,"role":"outside","cycle":null,"origin":"heard"},{"kind":"inhale","sound":"plain","start_s":16.255,"end_s":20.8976,"start_sd_s":0.0172,"end_sd_s":0.012,"confidence":1.0,"role":"practice","cycle":0,"origin":"heard"},{"kind":"hold_full","sound":"plain","start_s":20.8976,"end_s":28.5893,"start_sd_s":0.012,"end_sd_s":0.0135,"confidence":0.99,"role":"practice","cycle":0,"origin":"heard"},{"kind":"exhale","sound":"sigh","start_s":28.5893,"end_s":37.696,"start_sd_s":0.0135,"end_sd_s":0.0153,"confidence":1.0,"role":"practice","cycle":0,"origin":"heard"},{"kind":"inhale","sound":"plain","start_s":37.696,"end_s":42.4095,"start_sd_s":0.0153,"end_sd_s":0.0081,"confidence":1.0,"role":"practice","cycle":1,"origin":"heard"},{"kind":"hold_full","sound":"plain","start_s":42.4095,"end_s":50.5552,"start_sd_s":0.0081,"end_sd_s":0.0103,"confidence":0.99,"role":"practice","cycle":1,"origin":"heard"},{"kind":"exhale","sound":"sigh","start_s":50.5552,"end_s":60.2718,"start_sd_s":0.0103,"end_sd_s":0.0072,"confidence":1.0,"role":"practice","cycle":1,"origin":"heard"},{"kind":"inhale","sound":"plain","start_s":60.2718,"end_s":64.8992,"start_sd_s":0.0072,"end_sd_s":0.0107,"confidence":1.0,"role":"practice","cycle":2,"origin":"heard"},{"kind":"hold_full","sound":"plain","start_s":64.8992,"end_s":73.3825,"start_sd_s":0.0107,"end_sd_s":0.0119,"confidence":0.99,"role":"practice","cycle":2,"origin":"heard"},{"kind":"exhale","sound":"sigh","start_s":73.3825,"end_s":83.0791,"start_sd_s":0.0119,"end_sd_s":0.0066,"confidence":1.0,"role":"practice","cycle":2,"origin":"heard"},{"kind":"inhale","sound":"plain","start_s":83.0791,"end_s":87.7931,"start_sd_s":0.0066,"end_sd_s":0.0148,"confidence":1.0,"role":"practice","cycle":3,"origin":"heard"},{"kind":"hold_full","sound":"plain","start_s":87.7931,"end_s":96.0688,"start_sd_s":0.0148,"end_sd_s":0.0121,"confidence":0.99,"role":"practice","cycle":3,"origin":"heard"},{"kind":"exhale","sound":"sigh","start_s":96.0688,"end_s":105.8457,"start_sd_s":0.0121,"end_sd_s":0.014,"confidence":1.0,"role":"practice","cycle":3,"origin":"heard"},{"kind":"inhale","sound":"plain","start_s":105.8457,"end_s":110.7335,"start_sd_s":0.014,"end_sd_s":0.0159,"confidence":1.0,"role":"practice","cycle":4,"origin":"heard"},{"kind":"hold_full","sound":"plain","start_s":110.7335,"end_s":119.0203,"start_sd_s":0.0159,"end_sd_s":0.0113,"confidence":0.99,"role":"practice","cycle":4,"origin":"heard"},{"kind":"exhale","sound":"sigh","start_s":119.0203,"end_s":128.3004,"start_sd_s":0.0113,"end_sd_s":0.0068,"confidence":1.0,"role":"practice","cycle":4,"origin":"heard"},{"kind":"inhale","sound":"plain","start_s":128.3004,"end_s":133.3773,"start_sd_s":0.0068,"end_sd_s":0.0135,"confidence":1.0,"role":"practice","cycle":5,"origin":"heard"},{"kind":"hold_full","sound":"plain","start_s":133.3773,"end_s":141.9695,"start_sd_s":0.0135,"end_sd_s":0.0168,"confidence":0.99,"role":"practice","cycle":5,"origin":"heard"},{"kind":"exhale","sound":"sigh","start_s":141.9695,"end_s":151.7759,"start_sd_s":0.0168,"end_sd_s":0.0107,"confidence":1.0,"role":"practice","cycle":5,"origin":"heard"},{"kind":"hold_empty","sound":"plain","start_s":151.7759,"end_s":152.1721,"start_sd_s":0.0107,"end_sd_s":0.0163,"confidence":0.99,"role":"outside","cycle":null,"origin":"heard"},{"kind":"inhale","sound":"plain","start_s":152.1721,"end_s":154.2071,"start_sd_s":0.0163,"end_sd_s":0.0068,"confidence":1.0,"role":"outside","cycle":null,"origin":"heard"},{"kind":"exhale","sound":"plain","start_s":154.2071,"end_s":156.8651,"start_sd_s":0.0068,"end_sd_s":0.0133,"confidence":1.0,"role":"outside","cycle":null,"origin":"heard"},{"kind":"hold_empty","sound":"plain","start_s":156.8651,"end_s":157.4501,"start_sd_s":0.0133,"end_sd_s":0.0087,"confidence":0.99,"role":"outside","cycle":null,"origin":"heard"},{"kind":"inhale","sound":"plain","start_s":157.4501,"end_s":160.1335,"start_sd_s":0.0087,"end_sd_s":0.0085,"confidence":1.0,"role":"outside","cycle":null,"origin":"heard"},{"kind":"exhale","sound":"plain","start_s":160.1335,"end_s":163.6301,"start_sd_s":0.0085,"end_sd_s":0.0106,"confidence":1.0,"role":"outside","cycle":null,"origin":"heard"}],"cycles":[{"index":0,"part":"/parts/0","repetition":0,"round":0,"rounds":1,"extra":false,"start_s":16.255,"end_s":37.696,"complete":true,"phases":[{"phase":"inhale","target_counts":4.0,"seconds":4.6426,"counts":3.8908,"counts_sd":0.0176,"heard":[9]},{"phase":"hold_full","target_counts":7.0,"seconds":7.6917,"counts":6.4462,"counts_sd":0.0151,"heard":[10]},{"phase":"exhale","target_counts":8.0,"seconds":9.1067,"counts":7.632,"counts_sd":0.0171,"heard":[11]}],"count_length_s":1.1285,"accuracy":94.5737,"shape_accuracy":98.0634},{"index":1,"part":"/parts/0","repetition":1,"round":0,"rounds":1,"extra":false,"start_s":37.696,"end_s":60.2718,"complete":true,"phases":[{"phase":"inhale","target_counts":4.0,"seconds":4.7135,"counts":3.9502,"counts_sd":0.0145,"heard":[12]},{"phase":"hold_full","target_counts":7.0,"seconds":8.1457,"counts":6.8266,"counts_sd":0.011,"heard":[13]},{"phase":"exhale","target_counts":8.0,"seconds":9.7166,"counts":8.1432,"counts_sd":0.0105,"heard":[14]}],"count_length_s":1.1882,"accuracy":98.0722,"shape_accuracy":98.1307},{"index":2,"part":"/parts/0","repetition":2,"round":0,"rounds":1,"extra":false,"start_s":60.2718,"end_s":83.0791,"complete":true,"phases":[{"phase":"inhale","target_counts":4.0,"seconds":4.6274,"counts":3.8781,"counts_sd":0.0108,"heard":[15]},{"phase":"hold_full","target_counts":7.0,"seconds":8.4833,"counts":7.1096,"counts_sd":0.0134,"heard":[16]},{"phase":"exhale","target_counts":8.0,"seconds":9.6966,"counts":8.1264,"counts_sd":0.0114,"heard":[17]}],"count_length_s":1.2004,"accuracy":98.1163,"shape_accuracy":98.473},{"index":3,"part":"/parts/0","repetition":3,"round":0,"rounds":1,"extra":false,"start_s":83.0791,"end_s":105.8457,"complete":true,"phases":[{"phase":"inhale","target_counts":4.0,"seconds":4.714,"counts":3.9507,"counts_sd":0.0136,"heard":[18]},{"phase":"hold_full","target_counts":7.0,"seconds":8.2757,"counts":6.9356,"counts_sd":0.016,"heard":[19]},{"phase":"exhale","target_counts":8.0,"seconds":9.7769,"counts":8.1937,"counts_sd":0.0155,"heard":[20]}],"count_length_s":1.1982,"accuracy":98.3818,"shape_accuracy":98.3224},{"index":4,"part":"/parts/0","repetition":4,"round":0,"rounds":1,"extra":false,"start_s":105.8457,"end_s":128.3004,"complete":true,"phases":[{"phase":"inhale","target_counts":4.0,"seconds":4.8878,"counts":4.0963,"counts_sd":0.0178,"heard":[21]},{"phase":"hold_full","target_counts":7.0,"seconds":8.2868,"counts":6.9449,"counts_sd":0.0163,"heard":[22]},{"phase":"exhale","target_counts":8.0,"seconds":9.2801,"counts":7.7774,"counts_sd":0.0111,"heard":[23]}],"count_length_s":1.1818,"accuracy":98.0313,"shape_accuracy":98.4457},{"index":5,"part":"/parts/0","repetition":5,"round":0,"rounds":1,"extra":false,"start_s":128.3004,"end_s":151.7759,"complete":true,"phases":[{"phase":"inhale","target_counts":4.0,"seconds":5.0769,"counts":4.2548,"counts_sd":0.0127,"heard":[24]},{"phase":"hold_full","target_counts":7.0,"seconds":8.5922,"counts":7.2008,"counts_sd":0.0181,"heard":[25]},{"phase":"exhale","target_counts":8.0,"seconds":9.8064,"counts":8.2184,"counts_sd":0.0167,"heard":[26]}],"count_length_s":1.2356,"accuracy":96.4523,"shape_accuracy":98.8525}],"stroke_runs":[],"hums":[],"sa_hz":null,"ujjayi":[],"strain_signs":[],"comparisons":[{"by":"half","groups":[{"name":"early","values":3,"mean":96.9207,"sd":1.1736},{"name":"late","values":3,"mean":97.6218,"sd":0.5934}],"difference":0.7011,"difference_sd":1.3151}],"rests":[{"start_s":151.7759,"end_s":163.6301,"after_round":-1,"breaths":2,"breaths_per_min":11.3679}],"guide_count":null,"summary":{"cycles_planned":6,"cycles_heard":6,"completion":1.0,"accuracy":97.2713,"accuracy_low":97.1828,"accuracy_high":97.3597,"shape_accuracy":98.3813,"tempo_steadiness":97.0624,"count_length_s":1.1932,"count_length_sd_s":0.0006,"ratio":{"inhale":1.0,"hold_full":1.7262,"exhale":2.0021,"hold_empty":null},"breaths_per_min":2.6564,"practice_s":135.5209,"longest_hold_s":8.5922,"strokes":0,"strokes_planned":null,"stroke_rate_per_min":null,"pitch_hz":null,"hum_s":null,"hum_growth_s":null,"pitch_off_cents":null,"pitch_steadiness_cents":null,"stay_s":null,"ocean":null,"count_trend_percent_per_min":2.7,"count_trend_sd":0.6264},"corrections":[]}');
CREATE INDEX acknowledgement_of_person ON acknowledgement (person);
CREATE INDEX plan_version_by_text ON plan_version (json);
CREATE INDEX course_of_person ON course (person);
CREATE INDEX sitting_by_time ON sitting (person, started_at);
CREATE INDEX sitting_by_plan ON sitting (plan_version);
CREATE INDEX sitting_by_content ON sitting (sha256);
COMMIT;
PRAGMA user_version = 8;
