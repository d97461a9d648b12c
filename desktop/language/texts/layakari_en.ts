<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="en" sourcelanguage="en">
<context>
    <name>QObject</name>
    <message numerus="yes">
        <source>Add %n recording(s) to the inbox</source>
        <translation>
            <numerusform>Add %n recording to the inbox</numerusform>
            <numerusform>Add %n recordings to the inbox</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>One sitting in %n day(s).</source>
        <translation>
            <numerusform>One sitting in one day.</numerusform>
            <numerusform>One sitting in %n days.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%1 sittings on %2 of %3 days, %n minute(s) of practice.</source>
        <translation>
            <numerusform>%1 sittings on %2 of %3 days, %n minute of practice.</numerusform>
            <numerusform>%1 sittings on %2 of %3 days, %n minutes of practice.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n sitting(s)</source>
        <translation>
            <numerusform>%n sitting</numerusform>
            <numerusform>%n sittings</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n sitting(s) with their readings and notes</source>
        <translation>
            <numerusform>%n sitting with its reading and notes</numerusform>
            <numerusform>%n sittings with their readings and notes</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n recording(s) in Layakari&apos;s folder, %1</source>
        <translation>
            <numerusform>%n recording in Layakari&apos;s folder, %1</numerusform>
            <numerusform>%n recordings in Layakari&apos;s folder, %1</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n own plan(s)</source>
        <translation>
            <numerusform>%n own plan</numerusform>
            <numerusform>%n own plans</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n course(s)</source>
        <translation>
            <numerusform>%n course</numerusform>
            <numerusform>%n courses</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n recording(s) waiting in the inbox</source>
        <translation>
            <numerusform>%n recording waiting in the inbox</numerusform>
            <numerusform>%n recordings waiting in the inbox</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n recording(s) elsewhere on this machine stay where they are.</source>
        <translation>
            <numerusform>%n recording elsewhere on this machine stays where it is.</numerusform>
            <numerusform>%n recordings elsewhere on this machine stay where they are.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n backup(s) of the journal still contain this person.</source>
        <translation>
            <numerusform>%n backup of the journal still contains this person.</numerusform>
            <numerusform>%n backups of the journal still contain this person.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n stroke(s)</source>
        <translation>
            <numerusform>%n stroke</numerusform>
            <numerusform>%n strokes</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n cycle(s)</source>
        <translation>
            <numerusform>%n cycle</numerusform>
            <numerusform>%n cycles</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n cent(s) below %1</source>
        <translation>
            <numerusform>%n cent below %1</numerusform>
            <numerusform>%n cents below %1</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n cent(s) above %1</source>
        <translation>
            <numerusform>%n cent above %1</numerusform>
            <numerusform>%n cents above %1</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n breath(s), %L1 s</source>
        <translation>
            <numerusform>%n breath, %L1 s</numerusform>
            <numerusform>%n breaths, %L1 s</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::CourseView</name>
    <message numerus="yes">
        <source>%1
%2 at %3, %n week(s) from %4</source>
        <translation>
            <numerusform>%1
%2 at %3, %n week from %4</numerusform>
            <numerusform>%1
%2 at %3, %n weeks from %4</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::DayLine</name>
    <message numerus="yes">
        <source>%n day(s) practised</source>
        <translation>
            <numerusform>%n day practised</numerusform>
            <numerusform>%n days practised</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::Figures</name>
    <message numerus="yes">
        <source>%1 &lt;i&gt;and %n more&lt;/i&gt;</source>
        <translation>
            <numerusform>%1 &lt;i&gt;and %n more&lt;/i&gt;</numerusform>
            <numerusform>%1 &lt;i&gt;and %n more&lt;/i&gt;</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::HandInView</name>
    <message numerus="yes">
        <source>%1 of %n recording(s) are read</source>
        <translation>
            <numerusform>%1 of %n recording is read</numerusform>
            <numerusform>%1 of %n recordings are read</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n have a question for you</source>
        <translation>
            <numerusform>%n has a question for you</numerusform>
            <numerusform>%n have a question for you</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n could not be read</source>
        <translation>
            <numerusform>%n could not be read</numerusform>
            <numerusform>%n could not be read</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n wait for you to say whose they are</source>
        <translation>
            <numerusform>%n waits for you to say whose it is</numerusform>
            <numerusform>%n wait for you to say whose they are</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::JourneyPage</name>
    <message numerus="yes">
        <source>%1 sittings on %n day(s), %2 to %3</source>
        <translation>
            <numerusform>%1 sittings on %n day, %2 to %3</numerusform>
            <numerusform>%1 sittings on %n days, %2 to %3</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::MainWindow</name>
    <message numerus="yes">
        <source>%n recording(s) are read.</source>
        <translation>
            <numerusform>%n recording is read.</numerusform>
            <numerusform>%n recordings are read.</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::PeopleView</name>
    <message numerus="yes">
        <source>%n sitting(s), last on %1</source>
        <translation>
            <numerusform>%n sitting, last on %1</numerusform>
            <numerusform>%n sittings, last on %1</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::PlanEditor</name>
    <message numerus="yes">
        <source>time(s)</source>
        <comment>after the number of times</comment>
        <translation>
            <numerusform>time</numerusform>
            <numerusform>times</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::PlanShape</name>
    <message numerus="yes">
        <source>%n stroke(s)</source>
        <translation>
            <numerusform>%n stroke</numerusform>
            <numerusform>%n strokes</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n stroke(s) at %L1 per minute</source>
        <translation>
            <numerusform>%n stroke at %L1 per minute</numerusform>
            <numerusform>%n strokes at %L1 per minute</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::ReflectPage</name>
    <message numerus="yes">
        <source>%n minute(s), noted by hand. Nothing in it was measured.</source>
        <translation>
            <numerusform>%n minute, noted by hand. Nothing in it was measured.</numerusform>
            <numerusform>%n minutes, noted by hand. Nothing in it was measured.</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::SettingsPage</name>
    <message numerus="yes">
        <source>A copy is made on each day on which Layakari is opened, and the last %n are saved. If the journal is ever damaged, Layakari offers the last copy when it starts. Recordings are not in them.</source>
        <translation>
            <numerusform>A copy is made on each day on which Layakari is opened, and the last one is saved. If the journal is ever damaged, Layakari offers it when it starts. Recordings are not in it.</numerusform>
            <numerusform>A copy is made on each day on which Layakari is opened, and the last %n are saved. If the journal is ever damaged, Layakari offers the last copy when it starts. Recordings are not in them.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>There are %n, the last of %1.</source>
        <translation>
            <numerusform>There is one, of %1.</numerusform>
            <numerusform>There are %n, the last of %1.</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::SoundStrip</name>
    <message numerus="yes">
        <source>%1 of %n stroke(s)</source>
        <translation>
            <numerusform>%1 of %n stroke</numerusform>
            <numerusform>%1 of %n strokes</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n stroke(s)</source>
        <translation>
            <numerusform>%n stroke</numerusform>
            <numerusform>%n strokes</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::TodayView</name>
    <message numerus="yes">
        <source>%1 of strokes, about %n</source>
        <translation>
            <numerusform>%1 of strokes, about %n</numerusform>
            <numerusform>%1 of strokes, about %n</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n stroke(s) in %1</source>
        <translation>
            <numerusform>%n stroke in %1</numerusform>
            <numerusform>%n strokes in %1</numerusform>
        </translation>
    </message>
</context>
</TS>
