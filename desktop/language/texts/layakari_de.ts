<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de" sourcelanguage="en">
<context>
    <name>QObject</name>
    <message>
        <source>Listens to a recorded breath practice and measures it.</source>
        <translation>Hört sich eine aufgenommene Atemübung an und misst sie.</translation>
    </message>
    <message>
        <source>A recording, a saved reading, or a plan; the first is opened.</source>
        <translation>Eine Aufnahme, eine gesicherte Auswertung oder ein Plan; die erste Datei wird geöffnet.</translation>
    </message>
    <message>
        <source>Read recordings against this plan: a plan file, or a preset&apos;s id.</source>
        <translation>Wertet Aufnahmen gegen diesen Plan aus: eine Plandatei oder die Kennung eines mitgelieferten Plans.</translation>
    </message>
    <message>
        <source>Read as free breathing, even if a plan lies beside it.</source>
        <translation>Wertet als freies Atmen aus, auch wenn ein Plan danebenliegt.</translation>
    </message>
    <message>
        <source>The journal&apos;s folder, instead of the usual one.</source>
        <translation>Der Ordner des Tagebuchs, anstelle des üblichen.</translation>
    </message>
    <message>
        <source>Whose practice it is: a name in the journal, or a part of it.</source>
        <translation>Wessen Übung es ist: ein Name im Tagebuch oder ein Teil davon.</translation>
    </message>
    <message>
        <source>Open this: %1.</source>
        <translation>Öffnet eine Ansicht: %1.</translation>
    </message>
    <message>
        <source>This time only: %1.</source>
        <translation>Nur dieses Mal: %1.</translation>
    </message>
    <message>
        <source>Write %1</source>
        <translation>Schreibt %1</translation>
    </message>
    <message>
        <source>Write %1 here</source>
        <translation>Schreibt %1 hierher</translation>
    </message>
    <message>
        <source>A name</source>
        <translation>Ein Name</translation>
    </message>
    <message>
        <source>Save</source>
        <translation>Sichern</translation>
    </message>
    <message>
        <source>Cancel</source>
        <translation>Abbrechen</translation>
    </message>
    <message>
        <source>Minutes</source>
        <translation>Minuten</translation>
    </message>
    <message>
        <source>A practice without a recording</source>
        <translation>Eine Übung ohne Aufnahme</translation>
    </message>
    <message>
        <source>Change this sitting</source>
        <translation>Diese Sitzung ändern</translation>
    </message>
    <message>
        <source>Day and time</source>
        <translation>Tag und Uhrzeit</translation>
    </message>
    <message>
        <source>Choose a plan file</source>
        <translation>Plandatei wählen</translation>
    </message>
    <message>
        <source>Plans (*.json);;All files (*)</source>
        <translation>Pläne (*.json);;Alle Dateien (*)</translation>
    </message>
    <message>
        <source>min</source>
        <translation>min</translation>
    </message>
    <message>
        <source>In a few words</source>
        <translation>In wenigen Worten</translation>
    </message>
    <message>
        <source>When</source>
        <translation>Wann</translation>
    </message>
    <message>
        <source>Practised</source>
        <translation>Geübt</translation>
    </message>
    <message>
        <source>How long</source>
        <translation>Wie lange</translation>
    </message>
    <message>
        <source>How it felt</source>
        <translation>Wie es war</translation>
    </message>
    <message>
        <source>Note</source>
        <translation>Notiz</translation>
    </message>
    <message>
        <source>What did you practise?</source>
        <translation>Was hast du geübt?</translation>
    </message>
    <message>
        <source>It counts for days and minutes. Nothing in it is measured.</source>
        <translation>Es zählt für Tage und Minuten. Gemessen wird darin nichts.</translation>
    </message>
    <message>
        <source>Open a recording or file…</source>
        <translation>Aufnahme oder Datei öffnen…</translation>
    </message>
    <message>
        <source>Open recent</source>
        <translation>Zuletzt geöffnet</translation>
    </message>
    <message>
        <source>Add several recordings…</source>
        <translation>Mehrere Aufnahmen hinzufügen…</translation>
    </message>
    <message>
        <source>Note a practice without a recording…</source>
        <translation>Übung ohne Aufnahme notieren…</translation>
    </message>
    <message>
        <source>Export this reading…</source>
        <translation>Diese Auswertung exportieren…</translation>
    </message>
    <message>
        <source>Give this recording as an example…</source>
        <translation>Diese Aufnahme als Beispiel geben…</translation>
    </message>
    <message>
        <source>Print this page…</source>
        <translation>Diese Seite drucken…</translation>
    </message>
    <message>
        <source>Undo</source>
        <translation>Rückgängig</translation>
    </message>
    <message>
        <source>Redo</source>
        <translation>Wiederholen</translation>
    </message>
    <message>
        <source>Change to another person</source>
        <translation>Zu einer anderen Person wechseln</translation>
    </message>
    <message>
        <source>Add a person…</source>
        <translation>Person hinzufügen…</translation>
    </message>
    <message>
        <source>Export the whole journal…</source>
        <translation>Ganzes Tagebuch exportieren…</translation>
    </message>
    <message>
        <source>Import an exported journal…</source>
        <translation>Exportiertes Tagebuch importieren…</translation>
    </message>
    <message>
        <source>Light or dark</source>
        <translation>Hell oder dunkel</translation>
    </message>
    <message>
        <source>Full screen</source>
        <translation>Vollbild</translation>
    </message>
    <message>
        <source>Settings</source>
        <translation>Einstellungen</translation>
    </message>
    <message>
        <source>Help for this page</source>
        <translation>Hilfe zu dieser Seite</translation>
    </message>
    <message>
        <source>All keys</source>
        <translation>Alle Tasten</translation>
    </message>
    <message>
        <source>Try it with the sample</source>
        <translation>Mit dem Beispiel ausprobieren</translation>
    </message>
    <message>
        <source>About Layakari</source>
        <translation>Über Layakari</translation>
    </message>
    <message>
        <source>Quit</source>
        <translation>Beenden</translation>
    </message>
    <message>
        <source>Everywhere</source>
        <translation>Überall</translation>
    </message>
    <message>
        <source>Prepare, Practise, Read, Reflect, Journey</source>
        <translation>Vorbereiten, Üben, Lesen, Zurückblicken, Verlauf</translation>
    </message>
    <message>
        <source>Stop what runs, close a message, go back</source>
        <translation>Anhalten, was läuft; eine Meldung schließen; zurück</translation>
    </message>
    <message>
        <source>Close the window</source>
        <translation>Fenster schließen</translation>
    </message>
    <message>
        <source>Prepare</source>
        <translation>Vorbereiten</translation>
    </message>
    <message>
        <source>Practise</source>
        <translation>Üben</translation>
    </message>
    <message>
        <source>Read</source>
        <translation>Lesen</translation>
    </message>
    <message>
        <source>Reflect and Journey</source>
        <translation>Zurückblicken und Verlauf</translation>
    </message>
    <message>
        <source>The views of this page</source>
        <translation>Die Ansichten dieser Seite</translation>
    </message>
    <message>
        <source>Practise now</source>
        <translation>Jetzt üben</translation>
    </message>
    <message>
        <source>Add a recording of this practice</source>
        <translation>Eine Aufnahme dieser Übung hinzufügen</translation>
    </message>
    <message>
        <source>In the inbox: answer all questions, one after another</source>
        <translation>Im Eingang: alle Fragen nacheinander beantworten</translation>
    </message>
    <message>
        <source>Search the plans</source>
        <translation>Pläne durchsuchen</translation>
    </message>
    <message>
        <source>Try the microphone, begin</source>
        <translation>Mikrofon ausprobieren, beginnen</translation>
    </message>
    <message>
        <source>Pause, and continue</source>
        <translation>Pause und weiter</translation>
    </message>
    <message>
        <source>To the next part</source>
        <translation>Zum nächsten Teil</translation>
    </message>
    <message>
        <source>Another row</source>
        <translation>Eine andere Zeile</translation>
    </message>
    <message>
        <source>Another phase of the row</source>
        <translation>Eine andere Phase der Zeile</translation>
    </message>
    <message>
        <source>Play the row, and stop</source>
        <translation>Zeile abspielen und anhalten</translation>
    </message>
    <message>
        <source>Play on from here</source>
        <translation>Ab hier weiter abspielen</translation>
    </message>
    <message>
        <source>Repeat what plays</source>
        <translation>Wiederholt abspielen</translation>
    </message>
    <message>
        <source>Slower, and at normal speed again</source>
        <translation>Langsamer, und wieder normal</translation>
    </message>
    <message>
        <source>Play the tones of a hum</source>
        <translation>Die Töne eines Summtons abspielen</translation>
    </message>
    <message>
        <source>Why: explain the chosen phase or row</source>
        <translation>Warum: die gewählte Phase oder Zeile erklären</translation>
    </message>
    <message>
        <source>Split a phase, join it with the next</source>
        <translation>Phase teilen, mit der nächsten verbinden</translation>
    </message>
    <message>
        <source>The first cycle begins here</source>
        <translation>Hier beginnt der erste Zyklus</translation>
    </message>
    <message>
        <source>Move its beginning by 10 ms (Shift: 100 ms)</source>
        <translation>Anfang um 10 ms verschieben (Umschalt: 100 ms)</translation>
    </message>
    <message>
        <source>Move its end by 10 ms (Shift: 100 ms)</source>
        <translation>Ende um 10 ms verschieben (Umschalt: 100 ms)</translation>
    </message>
    <message>
        <source>Move it to where the sound changes</source>
        <translation>Dorthin verschieben, wo sich der Klang ändert</translation>
    </message>
    <message>
        <source>Add a stroke, remove one</source>
        <translation>Einen Stoß hinzufügen, entfernen</translation>
    </message>
    <message>
        <source>To the next uncertain place</source>
        <translation>Zur nächsten unsicheren Stelle</translation>
    </message>
    <message>
        <source>Where a question is asked: hear it, answer it, or say that you can’t tell</source>
        <translation>Wo eine Frage steht: anhören, beantworten oder sagen, dass du es nicht weißt</translation>
    </message>
    <message>
        <source>The next recording that has a question</source>
        <translation>Die nächste Aufnahme mit einer Frage</translation>
    </message>
    <message>
        <source>Plans that fit what was heard</source>
        <translation>Pläne, die zum Gehörten passen</translation>
    </message>
    <message>
        <source>The sitting before, after</source>
        <translation>Die Sitzung davor, danach</translation>
    </message>
    <message>
        <source>Answer all questions, one after another</source>
        <translation>Alle Fragen nacheinander beantworten</translation>
    </message>
    <message>
        <source>Another point of the chart, another value</source>
        <translation>Ein anderer Punkt im Diagramm, ein anderer Wert</translation>
    </message>
    <message>
        <source>Open the chosen sitting</source>
        <translation>Gewählte Sitzung öffnen</translation>
    </message>
    <message>
        <source>Delete the sitting (asks first)</source>
        <translation>Sitzung löschen (fragt vorher)</translation>
    </message>
    <message>
        <source>Figures</source>
        <translation>Werte</translation>
    </message>
    <message>
        <source>Import the journal in %1</source>
        <translation>Das Tagebuch in %1 importieren</translation>
    </message>
    <message numerus="yes">
        <source>Add %n recording(s) to the inbox</source>
        <translation>
            <numerusform>%n Aufnahme zum Eingang hinzufügen</numerusform>
            <numerusform>%n Aufnahmen zum Eingang hinzufügen</numerusform>
        </translation>
    </message>
    <message>
        <source>Add all recordings in %1 to the inbox</source>
        <translation>Alle Aufnahmen in %1 zum Eingang hinzufügen</translation>
    </message>
    <message>
        <source>Read %1, and save it for %2</source>
        <translation>%1 auswerten und für %2 sichern</translation>
    </message>
    <message>
        <source>Look at the plan in %1</source>
        <translation>Den Plan in %1 ansehen</translation>
    </message>
    <message>
        <source>Read against the plan in %1</source>
        <translation>Gegen den Plan in %1 auswerten</translation>
    </message>
    <message>
        <source>Read %1</source>
        <translation>%1 auswerten</translation>
    </message>
    <message>
        <source>Licences</source>
        <translation>Lizenzen</translation>
    </message>
    <message>
        <source>Layakari is free software under the GNU General Public License, version 3 or later. You may use it, study it, change it and pass it on. It comes without any warranty.

It builds on Qt (LGPL 3), FFmpeg (GPL 2 or later), QCustomPlot (GPL 3), FFTW (GPL 2 or later), SQLite (public domain), OpenSSL (Apache 2), libical (LGPL 2.1), SoundTouch and libsndfile (LGPL 2.1), Eigen (MPL 2), libseccomp (LGPL 2.1), libzip (BSD), and SQLiteCpp, pugixml, {fmt}, utf8proc and nlohmann-json (MIT).

The typeface is Andika:

</source>
        <translation>Layakari ist freie Software unter der GNU General Public License, Version 3 oder später. Du darfst sie benutzen, untersuchen, verändern und weitergeben. Sie kommt ohne jede Gewährleistung.

Sie baut auf Qt (LGPL 3), FFmpeg (GPL 2 oder später), QCustomPlot (GPL 3), FFTW (GPL 2 oder später), SQLite (gemeinfrei), OpenSSL (Apache 2), libical (LGPL 2.1), SoundTouch und libsndfile (LGPL 2.1), Eigen (MPL 2), libseccomp (LGPL 2.1), libzip (BSD) sowie SQLiteCpp, pugixml, {fmt}, utf8proc und nlohmann-json (MIT) auf.

Die Schrift ist Andika:

</translation>
    </message>
    <message>
        <source>Close</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>Layakari&apos;s icon: one breath</source>
        <translation>Das Zeichen von Layakari: ein Atemzug</translation>
    </message>
    <message>
        <source>Open this folder</source>
        <translation>Diesen Ordner öffnen</translation>
    </message>
    <message>
        <source>Layakari %1</source>
        <translation>Layakari %1</translation>
    </message>
    <message>
        <source>Nothing leaves this machine.</source>
        <translation>Nichts verlässt dieses Gerät.</translation>
    </message>
    <message>
        <source>Layakari opens no connection to anywhere. Everything it knows is in this folder, readable to you alone:</source>
        <translation>Layakari baut keinerlei Verbindung auf. Alles, was es weiß, liegt in diesem Ordner und ist nur für dich lesbar:</translation>
    </message>
    <message>
        <source>It observes and proposes. It gives no medical advice and diagnoses nothing; ask your doctor and a qualified teacher.</source>
        <translation>Es beobachtet und schlägt vor. Es gibt keinen medizinischen Rat und stellt keine Diagnose; frag deine Ärztin oder deinen Arzt und eine ausgebildete Lehrkraft.</translation>
    </message>
    <message>
        <source>How was this measured? Click, or Tab and Enter</source>
        <translation>Wie wurde das gemessen? Klicken, oder Tabulator und Eingabe</translation>
    </message>
    <message>
        <source>Help</source>
        <translation>Hilfe</translation>
    </message>
    <message>
        <source># Words of the practice

| English | Sanskrit |
|---|---|
</source>
        <translation># Wörter der Übung

| Deutsch | Sanskrit |
|---|---|
</translation>
    </message>
    <message>
        <source># All keys

Press `?` anywhere to see them on one sheet.
</source>
        <translation># Alle Tasten

Mit `?` erscheinen sie überall auf einem Blatt.
</translation>
    </message>
    <message>
        <source>keys</source>
        <translation>Tasten</translation>
    </message>
    <message>
        <source>sharp edges: certain</source>
        <translation>scharfe Kanten: sicher</translation>
    </message>
    <message>
        <source>soft edges: uncertain</source>
        <translation>weiche Kanten: unsicher</translation>
    </message>
    <message>
        <source>free practice</source>
        <translation>freie Übung</translation>
    </message>
    <message>
        <source>%1  ·  %2 to %3</source>
        <translation>%1  ·  %2 bis %3</translation>
    </message>
    <message numerus="yes">
        <source>One sitting in %n day(s).</source>
        <translation>
            <numerusform>Eine Sitzung an %n Tag.</numerusform>
            <numerusform>Eine Sitzung in %n Tagen.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%1 sittings on %2 of %3 days, %n minute(s) of practice.</source>
        <translation>
            <numerusform>%1 Sitzungen an %2 von %3 Tagen, %n Minute Übung.</numerusform>
            <numerusform>%1 Sitzungen an %2 von %3 Tagen, %n Minuten Übung.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n sitting(s)</source>
        <translation>
            <numerusform>%n Sitzung</numerusform>
            <numerusform>%n Sitzungen</numerusform>
        </translation>
    </message>
    <message>
        <source>accuracy usually %1 %</source>
        <translation>Genauigkeit meist %1 %</translation>
    </message>
    <message>
        <source>day</source>
        <translation>Tag</translation>
    </message>
    <message>
        <source>practice</source>
        <translation>Übung</translation>
    </message>
    <message>
        <source>ddd d MMM</source>
        <translation>ddd d. MMM</translation>
    </message>
    <message>
        <source>%1 (does not count)</source>
        <translation>%1 (zählt nicht)</translation>
    </message>
    <message>
        <source>… and %1 earlier ones</source>
        <translation>… und %1 frühere</translation>
    </message>
    <message>
        <source>%1, after %2: %3.</source>
        <translation>%1, nach %2: %3.</translation>
    </message>
    <message>
        <source>dddd d MMMM yyyy</source>
        <extracomment>A date in Qt&apos;s notation, as are the other texts of d, M and y: put its parts in your order.</extracomment>
        <translation>dddd, d. MMMM yyyy</translation>
    </message>
    <message>
        <source>d MMMM yyyy</source>
        <translation>d. MMMM yyyy</translation>
    </message>
    <message>
        <source>d MMMM</source>
        <translation>d. MMMM</translation>
    </message>
    <message>
        <source>ddd d MMM yyyy</source>
        <translation>ddd d. MMM yyyy</translation>
    </message>
    <message>
        <source>d MMM yyyy</source>
        <translation>d. MMM yyyy</translation>
    </message>
    <message>
        <source>d MMM</source>
        <translation>d. MMM</translation>
    </message>
    <message>
        <source>dddd d MMMM</source>
        <translation>dddd, d. MMMM</translation>
    </message>
    <message>
        <source>%1, %2</source>
        <translation>%1, %2</translation>
    </message>
    <message>
        <source>ddd d MMMM yyyy</source>
        <translation>ddd, d. MMMM yyyy</translation>
    </message>
    <message>
        <source>nobody in the journal is called &quot;%1&quot;</source>
        <translation>niemand im Tagebuch heißt „%1“</translation>
    </message>
    <message>
        <source>there is no view &quot;%1&quot;; try &apos;layakari --help&apos;</source>
        <translation>eine Ansicht „%1“ gibt es nicht; versuche &apos;layakari --help&apos;</translation>
    </message>
    <message>
        <source>%1: no sitting could be saved there</source>
        <translation>%1: dort ließ sich keine Sitzung sichern</translation>
    </message>
    <message>
        <source>there is no display here; start it in a desktop, or use layakari-cli</source>
        <translation>hier gibt es keinen Bildschirm; starte es auf einem Desktop, oder nimm layakari-cli</translation>
    </message>
    <message>
        <source>Recordings (*.m4a *.mp3 *.wav *.flac *.ogg *.opus *.aac *.amr *.3gp *.mp4);;All files (*)</source>
        <translation>Aufnahmen (*.m4a *.mp3 *.wav *.flac *.ogg *.opus *.aac *.amr *.3gp *.mp4);;Alle Dateien (*)</translation>
    </message>
    <message>
        <source>Measured by Layakari from recordings, as certain as the sound allows. It observes and proposes and never diagnoses. Whether a practice suits you is for your doctor and your teacher to say.</source>
        <translation>Von Layakari aus Aufnahmen gemessen, so sicher, wie der Klang es zulässt. Es beobachtet und schlägt vor und stellt nie eine Diagnose. Ob eine Übung dir guttut, sagen dir deine Ärztin oder dein Arzt und deine Lehrkraft.</translation>
    </message>
    <message>
        <source>The sound of this person&apos;s breath is not known yet. It is learned from the recordings that are added.</source>
        <translation>Wie der Atem dieser Person klingt, ist noch nicht bekannt. Es wird aus den Aufnahmen gelernt, die hinzukommen.</translation>
    </message>
    <message numerus="yes">
        <source>%n sitting(s) with their readings and notes</source>
        <translation>
            <numerusform>%n Sitzung mit Auswertung und Notizen</numerusform>
            <numerusform>%n Sitzungen mit Auswertungen und Notizen</numerusform>
        </translation>
    </message>
    <message>
        <source>notes on health, days, and how this person&apos;s breath sounds</source>
        <translation>Notizen zu Gesundheit und Tagen, und wie der Atem dieser Person klingt</translation>
    </message>
    <message numerus="yes">
        <source>%n recording(s) in Layakari&apos;s folder, %1</source>
        <translation>
            <numerusform>%n Aufnahme im Ordner von Layakari, %1</numerusform>
            <numerusform>%n Aufnahmen im Ordner von Layakari, %1</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n own plan(s)</source>
        <translation>
            <numerusform>%n eigener Plan</numerusform>
            <numerusform>%n eigene Pläne</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n course(s)</source>
        <translation>
            <numerusform>%n Kurs</numerusform>
            <numerusform>%n Kurse</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n recording(s) waiting in the inbox</source>
        <translation>
            <numerusform>%n Aufnahme, die im Eingang wartet</numerusform>
            <numerusform>%n Aufnahmen, die im Eingang warten</numerusform>
        </translation>
    </message>
    <message>
        <source>This is deleted for good:</source>
        <translation>Das wird endgültig gelöscht:</translation>
    </message>
    <message numerus="yes">
        <source>%n recording(s) elsewhere on this machine stay where they are.</source>
        <translation>
            <numerusform>%n Aufnahme an anderer Stelle auf diesem Gerät bleibt, wo sie ist.</numerusform>
            <numerusform>%n Aufnahmen an anderen Stellen auf diesem Gerät bleiben, wo sie sind.</numerusform>
        </translation>
    </message>
    <message>
        <source>What was exported, printed or sent is not affected.</source>
        <translation>Was exportiert, gedruckt oder verschickt wurde, bleibt unberührt.</translation>
    </message>
    <message numerus="yes">
        <source>%n backup(s) of the journal still contain this person.</source>
        <translation>
            <numerusform>%n Sicherung des Tagebuchs enthält diese Person noch.</numerusform>
            <numerusform>%n Sicherungen des Tagebuchs enthalten diese Person noch.</numerusform>
        </translation>
    </message>
    <message>
        <source>A simulated practitioner</source>
        <translation>Eine simulierte Person</translation>
    </message>
    <message>
        <source>%1  ·  you are here</source>
        <translation>%1  ·  hier bist du</translation>
    </message>
    <message numerus="yes">
        <source>%n stroke(s)</source>
        <translation>
            <numerusform>%n Stoß</numerusform>
            <numerusform>%n Stöße</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n cycle(s)</source>
        <translation>
            <numerusform>%n Zyklus</numerusform>
            <numerusform>%n Zyklen</numerusform>
        </translation>
    </message>
    <message>
        <source>%1 s</source>
        <translation>%1 s</translation>
    </message>
    <message>
        <source>%1 min</source>
        <translation>%1 min</translation>
    </message>
    <message>
        <source>%1 min %2 s</source>
        <translation>%1 min %2 s</translation>
    </message>
    <message>
        <source>at least %1</source>
        <translation>mindestens %1</translation>
    </message>
    <message>
        <source>%L1 breaths per minute</source>
        <translation>%L1 Atemzüge pro Minute</translation>
    </message>
    <message>
        <source>longest hold %L1 s</source>
        <translation>längstes Halten %L1 s</translation>
    </message>
    <message>
        <source>Hard to read. %1</source>
        <translation>Schwer zu hören. %1</translation>
    </message>
    <message>
        <source>Give this recording as an example?</source>
        <translation>Diese Aufnahme als Beispiel geben?</translation>
    </message>
    <message>
        <source>The recording is copied into a folder of your choice, with a file that says where each phase begins and ends. With it Layakari can be measured and made better. Nothing is sent anywhere. No name goes with it, but everyone who can be heard in it can be heard in the copy: listen to it first, and ask them.</source>
        <translation>Die Aufnahme wird in einen Ordner deiner Wahl kopiert, zusammen mit einer Datei, die sagt, wo jede Phase beginnt und endet. Damit lässt sich Layakari messen und verbessern. Nichts wird irgendwohin geschickt. Kein Name geht mit, aber wer in der Aufnahme zu hören ist, ist auch in der Kopie zu hören: Hör sie vorher an, und frag die Beteiligten.</translation>
    </message>
    <message>
        <source>Choose a folder</source>
        <translation>Ordner wählen</translation>
    </message>
    <message>
        <source>Keep it to myself</source>
        <translation>Für mich behalten</translation>
    </message>
    <message>
        <source>A folder for examples</source>
        <translation>Ein Ordner für Beispiele</translation>
    </message>
    <message>
        <source>The recording and its labels are in %1.</source>
        <translation>Die Aufnahme und ihre Beschriftung liegen in %1.</translation>
    </message>
    <message>
        <source>First, the sentence</source>
        <translation>Zuerst der Satz</translation>
    </message>
    <message>
        <source>What was practised and how it went, in one breath. This is Runa, an invented rower, with six cycles of four-seven-eight.</source>
        <translation>Was geübt wurde und wie es ging, in einem Atemzug. Das ist Runa, eine erfundene Ruderin, mit sechs Zyklen Vier-sieben-acht.</translation>
    </message>
    <message>
        <source>Each row is one breath cycle</source>
        <translation>Jede Zeile ist ein Atemzyklus</translation>
    </message>
    <message>
        <source>The dotted outline is the target</source>
        <translation>Der gepunktete Umriss ist das Ziel</translation>
    </message>
    <message>
        <source>The filled shape is what was heard. Where they part, a phase was short or long. Soft edges are uncertain ones.</source>
        <translation>Die gefüllte Form ist das Gehörte. Wo beide auseinandergehen, war eine Phase kurz oder lang. Weiche Kanten sind unsicher.</translation>
    </message>
    <message>
        <source>Listen to it</source>
        <translation>Hör hinein</translation>
    </message>
    <message>
        <source>The sound of the chosen row. Space plays it, the arrow keys go from phase to phase. If something was heard wrong, correct it here.</source>
        <translation>Der Klang der gewählten Zeile. Die Leertaste spielt sie ab, die Pfeiltasten gehen von Phase zu Phase. Was falsch gehört wurde, berichtigst du hier.</translation>
    </message>
    <message>
        <source>How accurate was it?</source>
        <translation>Wie genau war es?</translation>
    </message>
    <message>
        <source>What next?</source>
        <translation>Und jetzt?</translation>
    </message>
    <message>
        <source>Open or drop a recording of your own, and save it here: then Reflect says what changed, and Journey shows your weeks. This sample is saved nowhere.</source>
        <translation>Öffne eine eigene Aufnahme oder lass sie hier fallen, und sichere sie: Dann sagt Zurückblicken, was sich verändert hat, und Verlauf zeigt deine Wochen. Dieses Beispiel wird nirgends gesichert.</translation>
    </message>
    <message>
        <source>%L1 Hz (%2)</source>
        <translation>%L1 Hz (%2)</translation>
    </message>
    <message>
        <source>%L1 Hz</source>
        <translation>%L1 Hz</translation>
    </message>
    <message>
        <source>on %1</source>
        <translation>auf %1</translation>
    </message>
    <message numerus="yes">
        <source>%n cent(s) below %1</source>
        <translation>
            <numerusform>%n Cent unter %1</numerusform>
            <numerusform>%n Cent unter %1</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n cent(s) above %1</source>
        <translation>
            <numerusform>%n Cent über %1</numerusform>
            <numerusform>%n Cent über %1</numerusform>
        </translation>
    </message>
    <message>
        <source>voice</source>
        <translation>Stimme</translation>
    </message>
    <message>
        <source>other sound</source>
        <translation>anderer Klang</translation>
    </message>
    <message>
        <source>%1, corrected</source>
        <translation>%1, berichtigt</translation>
    </message>
    <message>
        <source>bellows</source>
        <translation>Blasebalg</translation>
    </message>
    <message>
        <source>strokes</source>
        <translation>Stöße</translation>
    </message>
    <message>
        <source>round %1</source>
        <translation>Runde %1</translation>
    </message>
    <message>
        <source>not planned</source>
        <translation>nicht geplant</translation>
    </message>
    <message>
        <source>%L1 per minute</source>
        <translation>%L1 pro Minute</translation>
    </message>
    <message>
        <source>%1, uncertain</source>
        <translation>%1, unsicher</translation>
    </message>
    <message>
        <source>extra</source>
        <translation>zusätzlich</translation>
    </message>
    <message>
        <source>no turn</source>
        <translation>kein Wechsel</translation>
    </message>
    <message>
        <source>cut short</source>
        <translation>abgebrochen</translation>
    </message>
    <message>
        <source>rest</source>
        <translation>Pause</translation>
    </message>
    <message>
        <source>pause</source>
        <translation>Stille</translation>
    </message>
    <message>
        <source>before</source>
        <translation>davor</translation>
    </message>
    <message>
        <source>heard</source>
        <translation>gehört</translation>
    </message>
    <message>
        <source>after</source>
        <translation>danach</translation>
    </message>
    <message numerus="yes">
        <source>%n breath(s), %L1 s</source>
        <translation>
            <numerusform>%n Atemzug, %L1 s</numerusform>
            <numerusform>%n Atemzüge, %L1 s</numerusform>
        </translation>
    </message>
    <message>
        <source>%L1 s</source>
        <translation>%L1 s</translation>
    </message>
    <message>
        <source>not done</source>
        <translation>ausgelassen</translation>
    </message>
    <message>
        <source>%1: %2 of %3</source>
        <translation>%1: %2 von %3</translation>
    </message>
    <message>
        <source>%1: %2</source>
        <translation>%1: %2</translation>
    </message>
    <message>
        <source>A planned cycle that was not done</source>
        <translation>Ein geplanter Zyklus, der ausgelassen wurde</translation>
    </message>
    <message>
        <source>Cycle %1</source>
        <translation>Zyklus %1</translation>
    </message>
    <message>
        <source>hum %L1 seconds, %2</source>
        <translation>Summton %L1 Sekunden, %2</translation>
    </message>
    <message>
        <source>accuracy %L1 %</source>
        <translation>Genauigkeit %L1 %</translation>
    </message>
    <message>
        <source>%1 %L2 counts</source>
        <translation>%1 %L2 Zählzeiten</translation>
    </message>
    <message>
        <source>%1 %L2 seconds</source>
        <translation>%1 %L2 Sekunden</translation>
    </message>
    <message>
        <source>%1, short</source>
        <translation>%1, kurz</translation>
    </message>
    <message>
        <source>%1, long</source>
        <translation>%1, lang</translation>
    </message>
    <message>
        <source>A beginning.</source>
        <translation>Ein Anfang.</translation>
    </message>
    <message>
        <source>Ready for the next step.</source>
        <translation>Bereit für die nächste Stufe.</translation>
    </message>
    <message>
        <source>Stay here.</source>
        <translation>Bleib hier.</translation>
    </message>
    <message>
        <source>Ease off a little.</source>
        <translation>Nimm dich etwas zurück.</translation>
    </message>
    <message>
        <source>accuracy, %</source>
        <translation>Genauigkeit, %</translation>
    </message>
    <message>
        <source>of the plan done</source>
        <translation>vom Plan geschafft</translation>
    </message>
    <message>
        <source>a count</source>
        <translation>eine Zählzeit</translation>
    </message>
    <message>
        <source>… and %1 rows more</source>
        <translation>… und %1 weitere Zeilen</translation>
    </message>
    <message>
        <source>At %1: %2</source>
        <translation>Bei %1: %2</translation>
    </message>
    <message>
        <source>%1 of 10 before</source>
        <translation>%1 von 10 davor</translation>
    </message>
    <message>
        <source>%1 of 10 after</source>
        <translation>%1 von 10 danach</translation>
    </message>
    <message>
        <source>It felt: %1.</source>
        <translation>So war es: %1.</translation>
    </message>
    <message>
        <source>open</source>
        <translation>offen</translation>
    </message>
    <message>
        <source>%L1 to %L2</source>
        <translation>%L1 bis %L2</translation>
    </message>
    <message>
        <source>left</source>
        <translation>links</translation>
    </message>
    <message>
        <source>right</source>
        <translation>rechts</translation>
    </message>
    <message>
        <source>narrow</source>
        <translation>eng</translation>
    </message>
    <message>
        <source>mouth</source>
        <translation>Mund</translation>
    </message>
    <message>
        <source>ujjayi</source>
        <translation>Ujjayi</translation>
    </message>
    <message>
        <source>sigh</source>
        <translation>Seufzer</translation>
    </message>
    <message>
        <source>hum on %1</source>
        <translation>Summton auf %1</translation>
    </message>
    <message>
        <source>hum</source>
        <translation>Summton</translation>
    </message>
    <message>
        <source>chin lock</source>
        <translation>Kinnverschluss</translation>
    </message>
    <message>
        <source>root lock</source>
        <translation>Wurzelverschluss</translation>
    </message>
    <message>
        <source>belly lock</source>
        <translation>Bauchverschluss</translation>
    </message>
    <message>
        <source>With another plan, the recording is read again.</source>
        <translation>Mit einem anderen Plan wird die Aufnahme neu ausgewertet.</translation>
    </message>
    <message>
        <source>There is nothing to redo.</source>
        <translation>Es gibt nichts zu wiederholen.</translation>
    </message>
    <message>
        <source>There is nothing to undo.</source>
        <translation>Es gibt nichts rückgängig zu machen.</translation>
    </message>
    <message>
        <source>Redone: %1</source>
        <translation>Wiederholt: %1</translation>
    </message>
    <message>
        <source>Undone: %1</source>
        <translation>Rückgängig gemacht: %1</translation>
    </message>
    <message>
        <source>Mark as &lt;inhale&gt;, &lt;exhale&gt;, hold, neither</source>
        <translation>Als &lt;Einatmen&gt;, &lt;Ausatmen&gt;, Halten oder keines davon kennzeichnen</translation>
    </message>
    <message>
        <source>Swap &lt;inhales&gt; and &lt;exhales&gt;: everywhere, in this cycle</source>
        <translation>&lt;Einatmen&gt; und &lt;Ausatmen&gt; tauschen: überall, in diesem Zyklus</translation>
    </message>
    <message>
        <source>Mark it, or the row, as rest, practice, a voice</source>
        <translation>Sie oder die Zeile als Pause, Übung, Stimme kennzeichnen</translation>
    </message>
    <message>
        <source>Choose a figure, and see how it was measured</source>
        <translation>Einen Wert wählen und sehen, wie er gemessen wurde</translation>
    </message>
    <message>
        <source>No file manager could be opened. The folder is the one above.</source>
        <translation>Es ließ sich keine Dateiverwaltung öffnen. Der Ordner steht oben.</translation>
    </message>
    <message>
        <source>Learned from %1 breaths: the &lt;exhale&gt; is %2 dB louder than the &lt;inhale&gt;, and brighter.</source>
        <translation>Aus %1 Atemzügen gelernt: Das &lt;Ausatmen&gt; ist %2 dB lauter als das &lt;Einatmen&gt; und heller.</translation>
    </message>
    <message>
        <source>Learned from %1 breaths: the &lt;exhale&gt; is %2 dB louder than the &lt;inhale&gt;, and darker.</source>
        <translation>Aus %1 Atemzügen gelernt: Das &lt;Ausatmen&gt; ist %2 dB lauter als das &lt;Einatmen&gt; und dunkler.</translation>
    </message>
    <message>
        <source>Learned from %1 breaths: the &lt;exhale&gt; is %2 dB quieter than the &lt;inhale&gt;, and brighter.</source>
        <translation>Aus %1 Atemzügen gelernt: Das &lt;Ausatmen&gt; ist %2 dB leiser als das &lt;Einatmen&gt; und heller.</translation>
    </message>
    <message>
        <source>Learned from %1 breaths: the &lt;exhale&gt; is %2 dB quieter than the &lt;inhale&gt;, and darker.</source>
        <translation>Aus %1 Atemzügen gelernt: Das &lt;Ausatmen&gt; ist %2 dB leiser als das &lt;Einatmen&gt; und dunkler.</translation>
    </message>
    <message>
        <source>Drawn as the filling of the lungs: rising with the &lt;inhale&gt;, level in the hold, falling with the &lt;exhale&gt;. To the right, the counts of each phase and the accuracy of the cycle.</source>
        <translation>Gezeichnet als Füllung der Lunge: steigend beim &lt;Einatmen&gt;, waagrecht beim Halten, fallend beim &lt;Ausatmen&gt;. Rechts stehen die Zählzeiten jeder Phase und die Genauigkeit des Zyklus.</translation>
    </message>
    <message>
        <source>The share of the target counts that were met, with its range. Click any figure to see how it was measured.</source>
        <translation>Der Anteil der Ziel-Zählzeiten, der getroffen wurde, mit seinem Bereich. Klick auf einen Wert, und du siehst, wie er gemessen wurde.</translation>
    </message>
    <message>
        <source>%1 not heard separately</source>
        <translation>%1 nicht getrennt gehört</translation>
    </message>
    <message>
        <source>count</source>
        <translation>Zählzeit</translation>
    </message>
    <message>
        <source>hold</source>
        <translation>Halten</translation>
    </message>
    <message>
        <source>locks</source>
        <translation>Verschlüsse</translation>
    </message>
</context>
<context>
    <name>layakari::AnswerButton</name>
    <message>
        <source>They are opened one after another; you listen and answer</source>
        <translation>Sie werden nacheinander geöffnet; du hörst zu und antwortest</translation>
    </message>
    <message>
        <source>G  Open questions: %1</source>
        <translation>G  Offene Fragen: %1</translation>
    </message>
</context>
<context>
    <name>layakari::BreathLine</name>
    <message>
        <source>Places: you are at %1</source>
        <translation>Orte: du bist bei %1</translation>
    </message>
    <message>
        <source>%1: you are here</source>
        <translation>%1: hier bist du</translation>
    </message>
    <message>
        <source>%1 (%2)</source>
        <translation>%1 (%2)</translation>
    </message>
    <message>
        <source>Prepare</source>
        <translation>Vorbereiten</translation>
    </message>
    <message>
        <source>Practise</source>
        <translation>Üben</translation>
    </message>
    <message>
        <source>Read</source>
        <translation>Lesen</translation>
    </message>
    <message>
        <source>Reflect</source>
        <translation>Zurückblicken</translation>
    </message>
    <message>
        <source>Journey</source>
        <translation>Verlauf</translation>
    </message>
</context>
<context>
    <name>layakari::Capture</name>
    <message>
        <source>The microphone &quot;%1&quot; cannot be opened. Make sure that no other program is using it, or choose another.</source>
        <translation>Das Mikrofon „%1“ lässt sich nicht öffnen. Sieh nach, ob ein anderes Programm es benutzt, oder wähle ein anderes.</translation>
    </message>
    <message>
        <source>The microphone &quot;%1&quot; has stopped. Plug it in again and continue, or stop: what was recorded is saved.</source>
        <translation>Das Mikrofon „%1“ liefert nichts mehr. Steck es wieder ein und mach weiter, oder beende: Das Aufgenommene ist gesichert.</translation>
    </message>
</context>
<context>
    <name>layakari::CautionPanel</name>
    <message>
        <source>less than 1 hour ago</source>
        <translation>vor weniger als 1 Stunde</translation>
    </message>
    <message>
        <source>1 to 2 hours ago</source>
        <translation>vor 1 bis 2 Stunden</translation>
    </message>
    <message>
        <source>2 to 3 hours ago</source>
        <translation>vor 2 bis 3 Stunden</translation>
    </message>
    <message>
        <source>3 hours ago or more</source>
        <translation>vor 3 Stunden oder mehr</translation>
    </message>
    <message>
        <source>Before you begin</source>
        <translation>Bevor du beginnst</translation>
    </message>
    <message>
        <source>I have read this</source>
        <translation>Gelesen</translation>
    </message>
    <message>
        <source>Folds these cautions away until a plan asks for more, or for a year</source>
        <translation>Klappt diese Hinweise ein, bis ein Plan mehr verlangt, oder für ein Jahr</translation>
    </message>
    <message>
        <source>Show the cautions</source>
        <translation>Hinweise zeigen</translation>
    </message>
    <message>
        <source>Today: nothing special</source>
        <translation>Heute: nichts Besonderes</translation>
    </message>
    <message>
        <source>Last full meal</source>
        <translation>Letzte volle Mahlzeit</translation>
    </message>
    <message>
        <source>Not today: something gentler</source>
        <translation>Heute lieber etwas Sanfteres</translation>
    </message>
    <message>
        <source>The same technique without holds, with fewer strokes, or with shorter counts</source>
        <translation>Die gleiche Technik ohne Halten, mit weniger Stößen oder kürzeren Zählzeiten</translation>
    </message>
    <message>
        <source>Today: %1</source>
        <translation>Heute: %1</translation>
    </message>
    <message>
        <source>Hide the cautions</source>
        <translation>Hinweise einklappen</translation>
    </message>
    <message>
        <source>Is this for you today?</source>
        <translation>Ist das heute etwas für dich?</translation>
    </message>
    <message>
        <source>Mark the cautions as read</source>
        <translation>Hinweise als gelesen kennzeichnen</translation>
    </message>
    <message>
        <source>last full meal: not given</source>
        <translation>letzte volle Mahlzeit: keine Angabe</translation>
    </message>
    <message>
        <source>What applies to you today only</source>
        <translation>Was nur heute für dich gilt</translation>
    </message>
    <message>
        <source>Change today&apos;s state</source>
        <translation>Angaben zum Tag ändern</translation>
    </message>
</context>
<context>
    <name>layakari::Correcting</name>
    <message>
        <source>This is a hold</source>
        <translation>Das ist Halten</translation>
    </message>
    <message>
        <source>This is neither breath nor hold</source>
        <translation>Das ist weder Atem noch Halten</translation>
    </message>
    <message>
        <source>… this is practice</source>
        <translation>… ist Übung</translation>
    </message>
    <message>
        <source>… this is someone speaking</source>
        <translation>… ist eine Stimme</translation>
    </message>
    <message>
        <source>The first cycle begins with this phase</source>
        <translation>Der erste Zyklus beginnt mit dieser Phase</translation>
    </message>
    <message>
        <source>Move where it begins or ends</source>
        <translation>Anfang oder Ende verschieben</translation>
    </message>
    <message>
        <source>Begin 10 ms earlier</source>
        <translation>10 ms früher beginnen</translation>
    </message>
    <message>
        <source>Begin 10 ms later</source>
        <translation>10 ms später beginnen</translation>
    </message>
    <message>
        <source>Begin 100 ms earlier</source>
        <translation>100 ms früher beginnen</translation>
    </message>
    <message>
        <source>Begin 100 ms later</source>
        <translation>100 ms später beginnen</translation>
    </message>
    <message>
        <source>End 10 ms earlier</source>
        <translation>10 ms früher enden</translation>
    </message>
    <message>
        <source>End 10 ms later</source>
        <translation>10 ms später enden</translation>
    </message>
    <message>
        <source>End 100 ms earlier</source>
        <translation>100 ms früher enden</translation>
    </message>
    <message>
        <source>End 100 ms later</source>
        <translation>100 ms später enden</translation>
    </message>
    <message>
        <source>Why? Explain this</source>
        <translation>Warum? Das hier erklären</translation>
    </message>
    <message>
        <source>Next uncertain place</source>
        <translation>Nächste unsichere Stelle</translation>
    </message>
    <message>
        <source>Undo</source>
        <translation>Rückgängig</translation>
    </message>
    <message>
        <source>Redo</source>
        <translation>Wiederholen</translation>
    </message>
    <message>
        <source>This is an &lt;inhale&gt;</source>
        <translation>Das ist &lt;Einatmen&gt;</translation>
    </message>
    <message>
        <source>This is an &lt;exhale&gt;</source>
        <translation>Das ist &lt;Ausatmen&gt;</translation>
    </message>
    <message>
        <source>Split it: in the middle, or where it plays</source>
        <translation>Teilen: in der Mitte, oder wo es gerade spielt</translation>
    </message>
    <message>
        <source>Swap &lt;inhale&gt; and &lt;exhale&gt; in this cycle</source>
        <translation>&lt;Einatmen&gt; und &lt;Ausatmen&gt; in diesem Zyklus tauschen</translation>
    </message>
    <message>
        <source>Join it with the next phase</source>
        <translation>Mit der nächsten Phase verbinden</translation>
    </message>
    <message>
        <source>This phase, or the whole row, is rest</source>
        <translation>Diese Phase oder die ganze Zeile ist Pause</translation>
    </message>
    <message>
        <source>Add a stroke here, or after this one</source>
        <translation>Hier oder nach diesem einen Stoß hinzufügen</translation>
    </message>
    <message>
        <source>This is not a stroke</source>
        <translation>Das ist kein Stoß</translation>
    </message>
    <message>
        <source>Begin at the previous change of sound</source>
        <translation>Bei der vorigen Änderung des Klangs beginnen</translation>
    </message>
    <message>
        <source>Begin at the next change of sound</source>
        <translation>Bei der nächsten Änderung des Klangs beginnen</translation>
    </message>
    <message>
        <source>End at the previous change of sound</source>
        <translation>Bei der vorigen Änderung des Klangs enden</translation>
    </message>
    <message>
        <source>End at the next change of sound</source>
        <translation>Bei der nächsten Änderung des Klangs enden</translation>
    </message>
    <message>
        <source>Undo the corrections here (%1 in all)</source>
        <translation>Berichtigungen hier zurücknehmen (%1 insgesamt)</translation>
    </message>
</context>
<context>
    <name>layakari::CourseCalendar</name>
    <message>
        <source>Calendar of the course</source>
        <translation>Kalender des Kurses</translation>
    </message>
</context>
<context>
    <name>layakari::CourseView</name>
    <message>
        <source>Plan</source>
        <translation>Plan</translation>
    </message>
    <message>
        <source>For how many weeks</source>
        <translation>Für wie viele Wochen</translation>
    </message>
    <message>
        <source>When</source>
        <translation>Wann</translation>
    </message>
    <message>
        <source>Export as calendar…</source>
        <translation>Als Kalender exportieren…</translation>
    </message>
    <message>
        <source>An iCalendar file that any calendar reads</source>
        <translation>Eine iCalendar-Datei, die jeder Kalender liest</translation>
    </message>
    <message>
        <source>What is on the course</source>
        <translation>Was im Kurs steht</translation>
    </message>
    <message>
        <source>First day</source>
        <translation>Erster Tag</translation>
    </message>
    <message>
        <source>weeks</source>
        <translation>Wochen</translation>
    </message>
    <message>
        <source>mornings, %1</source>
        <translation>morgens, %1</translation>
    </message>
    <message>
        <source>afternoons, %1</source>
        <translation>nachmittags, %1</translation>
    </message>
    <message>
        <source>evenings, %1</source>
        <translation>abends, %1</translation>
    </message>
    <message>
        <source>Ring: planned.  Filled: practised.  Small dot: practised, though not planned.  Line under a day: today.</source>
        <translation>Ring: geplant.  Gefüllt: geübt.  Kleiner Punkt: geübt, aber nicht geplant.  Strich unter einem Tag: heute.</translation>
    </message>
    <message>
        <source>Save the course as a calendar</source>
        <translation>Kurs als Kalender sichern</translation>
    </message>
    <message>
        <source>practice.ics</source>
        <translation>uebung.ics</translation>
    </message>
    <message>
        <source>Calendars (*.ics)</source>
        <translation>Kalender (*.ics)</translation>
    </message>
    <message>
        <source>On the course</source>
        <translation>Im Kurs</translation>
    </message>
    <message>
        <source>a plan</source>
        <translation>ein Plan</translation>
    </message>
    <message>
        <source>%1 at %2</source>
        <translation>%1 um %2</translation>
    </message>
    <message numerus="yes">
        <source>%1
%2 at %3, %n week(s) from %4</source>
        <translation>
            <numerusform>%1
%2 um %3, %n Woche ab %4</numerusform>
            <numerusform>%1
%2 um %3, %n Wochen ab %4</numerusform>
        </translation>
    </message>
    <message>
        <source>every day</source>
        <translation>jeden Tag</translation>
    </message>
    <message>
        <source>Add a person first, under People.</source>
        <translation>Füge zuerst unter Personen eine Person hinzu.</translation>
    </message>
    <message>
        <source>planned: %1 at %2</source>
        <translation>geplant: %1 um %2</translation>
    </message>
    <message>
        <source>practised, accuracy %L1 %</source>
        <translation>geübt, Genauigkeit %L1 %</translation>
    </message>
    <message>
        <source>practised</source>
        <translation>geübt</translation>
    </message>
    <message>
        <source>%1: %2</source>
        <translation>%1: %2</translation>
    </message>
    <message>
        <source>nothing planned</source>
        <translation>nichts geplant</translation>
    </message>
    <message>
        <source>Saved as %1</source>
        <translation>Gesichert als %1</translation>
    </message>
    <message>
        <source>Add to the course</source>
        <translation>Zum Kurs hinzufügen</translation>
    </message>
    <message>
        <source>Remove</source>
        <translation>Entfernen</translation>
    </message>
    <message>
        <source>Add a practice</source>
        <translation>Eine Übung hinzufügen</translation>
    </message>
    <message>
        <source>Remove from the course</source>
        <translation>Aus dem Kurs entfernen</translation>
    </message>
</context>
<context>
    <name>layakari::CueView</name>
    <message>
        <source>Paused</source>
        <translation>Angehalten</translation>
    </message>
    <message>
        <source>Free practice</source>
        <translation>Freie Übung</translation>
    </message>
    <message>
        <source>Done</source>
        <translation>Fertig</translation>
    </message>
    <message>
        <source>Settle</source>
        <translation>Ankommen</translation>
    </message>
    <message>
        <source>Rest</source>
        <translation>Pause</translation>
    </message>
    <message>
        <source>Stay</source>
        <translation>Nachspüren</translation>
    </message>
    <message>
        <source>Strokes</source>
        <translation>Stöße</translation>
    </message>
    <message>
        <source>Bellows</source>
        <translation>Blasebalg</translation>
    </message>
    <message>
        <source>Hum</source>
        <translation>Summen</translation>
    </message>
    <message>
        <source>minutes</source>
        <translation>Minuten</translation>
    </message>
    <message>
        <source>as long as is comfortable</source>
        <translation>so lange es angenehm ist</translation>
    </message>
    <message>
        <source>of %1</source>
        <translation>von %1</translation>
    </message>
    <message>
        <source>of %1 natural breaths</source>
        <translation>von %1 natürlichen Atemzügen</translation>
    </message>
    <message>
        <source>breathe naturally</source>
        <translation>atme natürlich</translation>
    </message>
    <message>
        <source>a few natural breaths</source>
        <translation>ein paar natürliche Atemzüge</translation>
    </message>
    <message>
        <source>in silence</source>
        <translation>in Stille</translation>
    </message>
    <message>
        <source>round %1 of %2</source>
        <translation>Runde %1 von %2</translation>
    </message>
    <message>
        <source>cycle %1 of %2</source>
        <translation>Zyklus %1 von %2</translation>
    </message>
    <message>
        <source>Nothing has come from the microphone for %1 s. Is it muted or unplugged?</source>
        <translation>Seit %1 s kommt nichts vom Mikrofon. Ist es stumm oder nicht eingesteckt?</translation>
    </message>
    <message>
        <source>a breath is heard in the hold</source>
        <translation>während des Haltens ist ein Atemzug zu hören</translation>
    </message>
    <message>
        <source>heard %1</source>
        <translation>%1 gehört</translation>
    </message>
    <message>
        <source>%L1 per minute</source>
        <translation>%L1 pro Minute</translation>
    </message>
    <message>
        <source>%L1 Hz, %2%3 cents</source>
        <translation>%L1 Hz, %2%3 Cent</translation>
    </message>
    <message>
        <source>%L1 Hz</source>
        <translation>%L1 Hz</translation>
    </message>
    <message>
        <source>heard: %1</source>
        <translation>gehört: %1</translation>
    </message>
    <message>
        <source>%1 %2</source>
        <translation>%1 %2</translation>
    </message>
    <message>
        <source>the last cycle in counts: %1</source>
        <translation>der letzte Zyklus in Zählzeiten: %1</translation>
    </message>
    <message>
        <source>one count %L1 s</source>
        <translation>eine Zählzeit %L1 s</translation>
    </message>
    <message>
        <source>whenever it comes</source>
        <translation>wann immer es kommt</translation>
    </message>
    <message>
        <source>%1, whenever it comes</source>
        <translation>%1, wann immer es kommt</translation>
    </message>
    <message>
        <source>heard</source>
        <translation>gehört</translation>
    </message>
    <message>
        <source>%1 of %2</source>
        <translation>%1 von %2</translation>
    </message>
    <message>
        <source>%1 counts</source>
        <translation>%1 Zählzeiten</translation>
    </message>
    <message>
        <source>at least %1 left</source>
        <translation>noch mindestens %1</translation>
    </message>
    <message>
        <source>about %1 left</source>
        <translation>noch etwa %1</translation>
    </message>
    <message>
        <source>breathe naturally; N continues</source>
        <translation>atme natürlich; weiter mit N</translation>
    </message>
    <message>
        <source>Breathe naturally. Space continues: the cycle begins again.</source>
        <translation>Atme natürlich. Weiter mit der Leertaste: Der Zyklus beginnt von vorn.</translation>
    </message>
</context>
<context>
    <name>layakari::CycleCanvas</name>
    <message>
        <source>The cycle: %1</source>
        <translation>Der Zyklus: %1</translation>
    </message>
    <message>
        <source>Drag an edge; or left and right choose a phase, up and down change it (with Shift by quarters), Delete removes it</source>
        <translation>Zieh an einer Kante; oder wähle mit links und rechts eine Phase, ändere sie mit auf und ab (mit Umschalt um Viertel), entferne sie mit Entf</translation>
    </message>
</context>
<context>
    <name>layakari::DayLine</name>
    <message>
        <source>%1: %2 min</source>
        <translation>%1: %2 min</translation>
    </message>
    <message numerus="yes">
        <source>%n day(s) practised</source>
        <translation>
            <numerusform>an %n Tag geübt</numerusform>
            <numerusform>an %n Tagen geübt</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>layakari::DemoFill</name>
    <message>
        <source>The demo club&apos;s eight weeks are there.</source>
        <translation>Die acht Wochen des Beispielvereins sind da.</translation>
    </message>
</context>
<context>
    <name>layakari::EmptyOffer</name>
    <message>
        <source>Practise now</source>
        <translation>Jetzt üben</translation>
    </message>
    <message>
        <source>Add recordings…</source>
        <translation>Aufnahmen hinzufügen…</translation>
    </message>
    <message>
        <source>Note a practice without a recording…</source>
        <translation>Übung ohne Aufnahme notieren…</translation>
    </message>
    <message>
        <source>Show archived sittings</source>
        <translation>Archivierte Sitzungen zeigen</translation>
    </message>
    <message>
        <source>Begin</source>
        <translation>Beginnen</translation>
    </message>
    <message>
        <source>Try it with a sample first</source>
        <translation>Erst mit dem Beispiel ausprobieren</translation>
    </message>
    <message>
        <source>Your journal is empty.</source>
        <translation>Dein Tagebuch ist leer.</translation>
    </message>
    <message>
        <source>%1 has no sittings yet. Once there is one, you can look back on it here.</source>
        <translation>%1 hat noch keine Sitzungen. Sobald es eine gibt, kannst du hier darauf zurückblicken.</translation>
    </message>
</context>
<context>
    <name>layakari::EmptyPage</name>
    <message>
        <source>Drop a recording of a practice here.</source>
        <translation>Lass hier die Aufnahme einer Übung fallen.</translation>
    </message>
    <message>
        <source>Holding the breath and forced breathing do not suit everyone. Stop and breathe naturally if you feel dizzy, panicky or in pain. With a medical condition or in pregnancy, ask your doctor first and practise with a qualified teacher.</source>
        <translation>Den Atem anzuhalten und stoßweise zu atmen ist nicht für alle geeignet. Hör auf und atme natürlich, wenn dir schwindlig wird, du Panik spürst oder Schmerzen hast. Bei einer Erkrankung oder in der Schwangerschaft frag zuerst deine Ärztin oder deinen Arzt und übe mit einer ausgebildeten Lehrkraft.</translation>
    </message>
    <message>
        <source>Recently read</source>
        <translation>Zuletzt ausgewertet</translation>
    </message>
    <message>
        <source>Open a recording…</source>
        <translation>Aufnahme öffnen…</translation>
    </message>
    <message>
        <source>A voice memo from a phone will do, or any sound file: M4A, MP3, Opus, FLAC, WAV. The plan is found from the sound, or chosen above. You see each &lt;inhale&gt;, hold and &lt;exhale&gt; against its target.</source>
        <translation>Eine Sprachnotiz vom Telefon genügt, oder jede Tondatei: M4A, MP3, Opus, FLAC, WAV. Der Plan wird aus dem Klang erkannt, oder oben gewählt. Du siehst jedes &lt;Einatmen&gt;, Halten und &lt;Ausatmen&gt; neben seinem Ziel.</translation>
    </message>
</context>
<context>
    <name>layakari::ExplainNote</name>
    <message>
        <source>More in the help</source>
        <translation>Mehr in der Hilfe</translation>
    </message>
    <message>
        <source>Close</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>Esc</source>
        <translation>Esc</translation>
    </message>
</context>
<context>
    <name>layakari::FeelLine</name>
    <message>
        <source>%1: %2 of 10</source>
        <translation>%1: %2 von 10</translation>
    </message>
    <message>
        <source>0 is heavy, 10 is light. Arrow keys; Backspace clears it.</source>
        <translation>0 ist schwer, 10 ist leicht. Pfeiltasten; die Rücktaste löscht.</translation>
    </message>
    <message>
        <source>%1: not given</source>
        <translation>%1: keine Angabe</translation>
    </message>
</context>
<context>
    <name>layakari::Figures</name>
    <message>
        <source>Worth knowing</source>
        <translation>Gut zu wissen</translation>
    </message>
    <message numerus="yes">
        <source>%1 &lt;i&gt;and %n more&lt;/i&gt;</source>
        <translation>
            <numerusform>%1 &lt;i&gt;und %n weiterer&lt;/i&gt;</numerusform>
            <numerusform>%1 &lt;i&gt;und %n weitere&lt;/i&gt;</numerusform>
        </translation>
    </message>
    <message>
        <source>strokes</source>
        <translation>Stöße</translation>
    </message>
    <message>
        <source>strokes per minute</source>
        <translation>Stöße pro Minute</translation>
    </message>
    <message>
        <source>± %L1 %</source>
        <translation>± %L1 %</translation>
    </message>
    <message>
        <source>from stroke to stroke</source>
        <translation>von Stoß zu Stoß</translation>
    </message>
    <message>
        <source>breaths per minute</source>
        <translation>Atemzüge pro Minute</translation>
    </message>
    <message>
        <source>breaths heard</source>
        <translation>Atemzüge gehört</translation>
    </message>
    <message>
        <source>min:s of breathing</source>
        <translation>min:s Atmen</translation>
    </message>
    <message>
        <source>accuracy, %</source>
        <translation>Genauigkeit, %</translation>
    </message>
    <message>
        <source>cycles completed</source>
        <translation>Zyklen geschafft</translation>
    </message>
    <message>
        <source>%L1 cents</source>
        <translation>%L1 Cent</translation>
    </message>
    <message>
        <source>%L1 Hz</source>
        <translation>%L1 Hz</translation>
    </message>
    <message>
        <source>± %L1 cents</source>
        <translation>± %L1 Cent</translation>
    </message>
    <message>
        <source>off the pitch</source>
        <translation>neben dem Ton</translation>
    </message>
    <message>
        <source>pitch of the hums</source>
        <translation>Tonhöhe der Summtöne</translation>
    </message>
    <message>
        <source>%L1 s</source>
        <translation>%L1 s</translation>
    </message>
    <message>
        <source>a count, by the clock</source>
        <translation>eine Zählzeit, nach der Uhr</translation>
    </message>
    <message>
        <source>a count of your own</source>
        <translation>eine eigene Zählzeit</translation>
    </message>
</context>
<context>
    <name>layakari::GuessView</name>
    <message>
        <source>None of these: save it without a plan</source>
        <translation>Nichts davon: ohne Plan sichern</translation>
    </message>
    <message>
        <source>It can still be read against a plan later (Esc)</source>
        <translation>Sie lässt sich auch später gegen einen Plan auswerten (Esc)</translation>
    </message>
    <message>
        <source>It was this</source>
        <translation>Das war es</translation>
    </message>
    <message>
        <source>Save it as this plan (Enter)</source>
        <translation>Als diesen Plan sichern (Eingabe)</translation>
    </message>
    <message>
        <source>Save it as this plan</source>
        <translation>Als diesen Plan sichern</translation>
    </message>
    <message>
        <source>No known plan fits what was heard.</source>
        <translation>Kein bekannter Plan passt zum Gehörten.</translation>
    </message>
    <message>
        <source>What was it? These fit the sound, the likeliest first. Only you know what cannot be heard, such as the nostril.</source>
        <translation>Was war es? Diese passen zum Klang, die wahrscheinlichste zuerst. Was man nicht hört, etwa das Nasenloch, weißt nur du.</translation>
    </message>
</context>
<context>
    <name>layakari::HandInView</name>
    <message>
        <source>Add recordings…</source>
        <translation>Aufnahmen hinzufügen…</translation>
    </message>
    <message>
        <source>A whole folder…</source>
        <translation>Einen ganzen Ordner…</translation>
    </message>
    <message>
        <source>Stop reading</source>
        <translation>Auswerten anhalten</translation>
    </message>
    <message>
        <source>Clear what is done</source>
        <translation>Erledigtes wegräumen</translation>
    </message>
    <message>
        <source>The sittings stay in the journal</source>
        <translation>Die Sitzungen bleiben im Tagebuch</translation>
    </message>
    <message>
        <source>Whose it is</source>
        <translation>Wessen Aufnahme es ist</translation>
    </message>
    <message>
        <source>Read it</source>
        <translation>Auswerten</translation>
    </message>
    <message>
        <source>Recordings in the inbox</source>
        <translation>Aufnahmen im Eingang</translation>
    </message>
    <message>
        <source>Recording</source>
        <translation>Aufnahme</translation>
    </message>
    <message>
        <source>Whose</source>
        <translation>Von wem</translation>
    </message>
    <message>
        <source>What was practised</source>
        <translation>Was geübt wurde</translation>
    </message>
    <message>
        <source>State</source>
        <translation>Stand</translation>
    </message>
    <message>
        <source>free practice</source>
        <translation>freie Übung</translation>
    </message>
    <message>
        <source>saved, then deleted</source>
        <translation>gesichert, dann gelöscht</translation>
    </message>
    <message>
        <source>saved, has a question</source>
        <translation>gesichert, hat eine Frage</translation>
    </message>
    <message>
        <source>saved</source>
        <translation>gesichert</translation>
    </message>
    <message>
        <source>not read: %1</source>
        <translation>nicht ausgewertet: %1</translation>
    </message>
    <message>
        <source>whose is it?</source>
        <translation>von wem?</translation>
    </message>
    <message>
        <source>waits</source>
        <translation>wartet</translation>
    </message>
    <message>
        <source>being read, %1 %</source>
        <translation>wird ausgewertet, %1 %</translation>
    </message>
    <message>
        <source>next</source>
        <translation>als Nächstes</translation>
    </message>
    <message>
        <source>no one yet</source>
        <translation>noch niemand</translation>
    </message>
    <message numerus="yes">
        <source>%1 of %n recording(s) are read</source>
        <translation>
            <numerusform>%1 von %n Aufnahme ist ausgewertet</numerusform>
            <numerusform>%1 von %n Aufnahmen sind ausgewertet</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n have a question for you</source>
        <translation>
            <numerusform>%n hat eine Frage an dich</numerusform>
            <numerusform>%n haben eine Frage an dich</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n could not be read</source>
        <translation>
            <numerusform>%n ließ sich nicht auswerten</numerusform>
            <numerusform>%n ließen sich nicht auswerten</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n wait for you to say whose they are</source>
        <translation>
            <numerusform>bei %n fehlt noch, von wem sie ist</numerusform>
            <numerusform>bei %n fehlt noch, von wem sie sind</numerusform>
        </translation>
    </message>
    <message>
        <source>Drop recordings or a whole folder here. Whose each is, and what was practised, is taken from folder and file names.</source>
        <translation>Lass hier Aufnahmen oder einen ganzen Ordner fallen. Von wem sie sind und was geübt wurde, ergibt sich aus Ordner- und Dateinamen.</translation>
    </message>
    <message>
        <source>Watching %1.</source>
        <translation>%1 wird beobachtet.</translation>
    </message>
    <message>
        <source>Recordings are copied into the journal&apos;s folder.</source>
        <translation>Aufnahmen werden in den Ordner des Tagebuchs kopiert.</translation>
    </message>
    <message>
        <source>Recordings stay where they are; the journal remembers where.</source>
        <translation>Aufnahmen bleiben, wo sie sind; das Tagebuch merkt sich den Ort.</translation>
    </message>
    <message>
        <source>Leave them there</source>
        <translation>Dort lassen</translation>
    </message>
    <message>
        <source>Copy them in</source>
        <translation>Hereinkopieren</translation>
    </message>
    <message>
        <source>Watch a folder…</source>
        <translation>Ordner beobachten…</translation>
    </message>
    <message>
        <source>Stop watching</source>
        <translation>Nicht mehr beobachten</translation>
    </message>
    <message>
        <source>Continue reading</source>
        <translation>Weiter auswerten</translation>
    </message>
    <message>
        <source>Read these %1</source>
        <translation>Diese %1 auswerten</translation>
    </message>
    <message>
        <source>Add recordings</source>
        <translation>Aufnahmen hinzufügen</translation>
    </message>
    <message>
        <source>Recordings (*.m4a *.mp3 *.wav *.flac *.ogg *.opus *.aac *.amr *.3gp *.mp4);;All files (*)</source>
        <translation>Aufnahmen (*.m4a *.mp3 *.wav *.flac *.ogg *.opus *.aac *.amr *.3gp *.mp4);;Alle Dateien (*)</translation>
    </message>
    <message>
        <source>Add all recordings of a folder</source>
        <translation>Alle Aufnahmen eines Ordners hinzufügen</translation>
    </message>
    <message>
        <source>There is no recording in %1 that is not waiting already.</source>
        <translation>In %1 ist keine Aufnahme, die nicht schon wartet.</translation>
    </message>
    <message>
        <source>Watch a folder</source>
        <translation>Ordner beobachten</translation>
    </message>
    <message>
        <source>%1 practised %2</source>
        <translation>%1 hat %2 geübt</translation>
    </message>
    <message>
        <source>What a phone syncs into a folder is added automatically</source>
        <translation>Was ein Telefon in einen Ordner abgleicht, kommt von selbst dazu</translation>
    </message>
    <message>
        <source>Whether recordings that you add from now on are copied into the journal&apos;s folder</source>
        <translation>Ob Aufnahmen, die du ab jetzt hinzufügst, in den Ordner des Tagebuchs kopiert werden</translation>
    </message>
</context>
<context>
    <name>layakari::HelpPage</name>
    <message>
        <source>Search the help</source>
        <translation>Hilfe durchsuchen</translation>
    </message>
    <message>
        <source>Pages of the help</source>
        <translation>Seiten der Hilfe</translation>
    </message>
    <message>
        <source>Back</source>
        <translation>Zurück</translation>
    </message>
    <message>
        <source>To where you were (Esc)</source>
        <translation>Dorthin, wo du warst (Esc)</translation>
    </message>
    <message>
        <source>Try it with the sample</source>
        <translation>Mit dem Beispiel ausprobieren</translation>
    </message>
    <message>
        <source>A short recording and a tour of what the program says of it</source>
        <translation>Eine kurze Aufnahme und ein Rundgang durch das, was das Programm dazu sagt</translation>
    </message>
    <message>
        <source>Nothing about &quot;%1&quot;. Try one other word.</source>
        <translation>Nichts zu „%1“. Versuch es mit einem anderen Wort.</translation>
    </message>
</context>
<context>
    <name>layakari::ImportDesk</name>
    <message>
        <source>Importing %1</source>
        <translation>%1 wird importiert</translation>
    </message>
    <message>
        <source>Import</source>
        <translation>Importieren</translation>
    </message>
    <message>
        <source>Imported. New people: %1, plans: %2, sittings: %3. Ctrl+Z undoes it.</source>
        <translation>Importiert. Neue Personen: %1, Pläne: %2, Sitzungen: %3. Rückgängig mit Strg+Z.</translation>
    </message>
</context>
<context>
    <name>layakari::IntakeDesk</name>
    <message>
        <source>Add to the inbox</source>
        <translation>Zum Eingang hinzufügen</translation>
    </message>
    <message>
        <source>as it was said here</source>
        <translation>wie hier angegeben</translation>
    </message>
    <message>
        <source>Say whose %1 is</source>
        <translation>Angeben, von wem %1 ist</translation>
    </message>
    <message>
        <source>Clear what is done</source>
        <translation>Erledigtes wegräumen</translation>
    </message>
    <message>
        <source>%1: this folder cannot be watched; check that it exists and can be read</source>
        <translation>%1: Dieser Ordner lässt sich nicht beobachten; sieh nach, ob er da ist und gelesen werden darf</translation>
    </message>
</context>
<context>
    <name>layakari::JournalDesk</name>
    <message>
        <source>Add %1</source>
        <translation>%1 hinzufügen</translation>
    </message>
    <message>
        <source>Change %1</source>
        <translation>%1 ändern</translation>
    </message>
    <message>
        <source>Start on step %1</source>
        <translation>Mit Stufe %1 anfangen</translation>
    </message>
</context>
<context>
    <name>layakari::JourneyChart</name>
    <message>
        <source>Figures over time</source>
        <translation>Werte über die Zeit</translation>
    </message>
</context>
<context>
    <name>layakari::JourneyPage</name>
    <message>
        <source>Figure</source>
        <translation>Wert</translation>
    </message>
    <message>
        <source>Practice</source>
        <translation>Übung</translation>
    </message>
    <message>
        <source>Look back on it</source>
        <translation>Darauf zurückblicken</translation>
    </message>
    <message>
        <source>How this sitting was, on Reflect (Enter)</source>
        <translation>Wie diese Sitzung war, unter Zurückblicken (Eingabe)</translation>
    </message>
    <message>
        <source>This sitting…</source>
        <translation>Diese Sitzung…</translation>
    </message>
    <message>
        <source>Change, move, leave out, archive or delete it</source>
        <translation>Ändern, verschieben, auslassen, archivieren oder löschen</translation>
    </message>
    <message>
        <source>Weeks as PDF…</source>
        <translation>Wochen als PDF…</translation>
    </message>
    <message>
        <source>The last weeks of this person on two pages</source>
        <translation>Die letzten Wochen dieser Person auf zwei Seiten</translation>
    </message>
    <message>
        <source>Export…</source>
        <translation>Exportieren…</translation>
    </message>
    <message>
        <source>The whole journal into a folder: figures as CSV, readings as JSON, phases as captions</source>
        <translation>Das ganze Tagebuch in einen Ordner: Werte als CSV, Auswertungen als JSON, Phasen als Untertitel</translation>
    </message>
    <message>
        <source>Export the journal into a folder</source>
        <translation>Tagebuch in einen Ordner exportieren</translation>
    </message>
    <message>
        <source>Exporting the journal</source>
        <translation>Das Tagebuch wird exportiert</translation>
    </message>
    <message>
        <source>The journal is exported.</source>
        <translation>Das Tagebuch ist exportiert.</translation>
    </message>
    <message>
        <source>The journal was not exported.</source>
        <translation>Das Tagebuch wurde nicht exportiert.</translation>
    </message>
    <message>
        <source>%1 sittings of everyone are in %2, with all their readings.</source>
        <translation>%1 Sitzungen von allen liegen in %2, mit allen Auswertungen.</translation>
    </message>
    <message>
        <source>Stopped; what was written until then is in %1.</source>
        <translation>Angehalten; was bis dahin geschrieben wurde, liegt in %1.</translation>
    </message>
    <message>
        <source>Weeks as PDF</source>
        <translation>Wochen als PDF</translation>
    </message>
    <message>
        <source>Save these weeks</source>
        <translation>Diese Wochen sichern</translation>
    </message>
    <message>
        <source>Reports (*.pdf)</source>
        <translation>Berichte (*.pdf)</translation>
    </message>
    <message>
        <source>Saved as %1.</source>
        <translation>Gesichert als %1.</translation>
    </message>
    <message>
        <source>free practice</source>
        <translation>freie Übung</translation>
    </message>
    <message>
        <source>all practices</source>
        <translation>allen Übungen</translation>
    </message>
    <message>
        <source>all of %1</source>
        <translation>%1 insgesamt</translation>
    </message>
    <message>
        <source>nothing else</source>
        <translation>nichts</translation>
    </message>
    <message>
        <source>own %1</source>
        <translation>eigenem: %1</translation>
    </message>
    <message>
        <source>One sitting, on %1</source>
        <translation>Eine Sitzung, am %1</translation>
    </message>
    <message numerus="yes">
        <source>%1 sittings on %n day(s), %2 to %3</source>
        <translation>
            <numerusform>%1 Sitzungen an %n Tag, %2 bis %3</numerusform>
            <numerusform>%1 Sitzungen an %n Tagen, %2 bis %3</numerusform>
        </translation>
    </message>
    <message>
        <source>usually %1</source>
        <translation>meist %1</translation>
    </message>
    <message>
        <source>best %1 on %2</source>
        <translation>bester Wert %1 am %2</translation>
    </message>
    <message>
        <source>highest %1 on %2</source>
        <translation>höchster Wert %1 am %2</translation>
    </message>
    <message>
        <source>of the progression %1</source>
        <translation>im Aufbau %1</translation>
    </message>
    <message>
        <source>%1 has not practised this</source>
        <translation>%1 hat das nicht geübt</translation>
    </message>
    <message>
        <source>open diamonds: %1</source>
        <translation>offene Rauten: %1</translation>
    </message>
    <message>
        <source>Choose a sitting: click a point, or the arrow keys.</source>
        <translation>Wähle eine Sitzung: Klick auf einen Punkt, oder die Pfeiltasten.</translation>
    </message>
    <message>
        <source>does not count: %1</source>
        <translation>zählt nicht: %1</translation>
    </message>
    <message>
        <source>simulated, does not count</source>
        <translation>simuliert, zählt nicht</translation>
    </message>
    <message>
        <source>archived, does not count</source>
        <translation>archiviert, zählt nicht</translation>
    </message>
    <message>
        <source>noted by hand</source>
        <translation>von Hand notiert</translation>
    </message>
    <message>
        <source>Compared with</source>
        <translation>Verglichen mit</translation>
    </message>
    <message>
        <source>including archived</source>
        <translation>samt archivierten</translation>
    </message>
    <message>
        <source>How many weeks?</source>
        <translation>Wie viele Wochen?</translation>
    </message>
    <message>
        <source>%1 of %2 compared with %3</source>
        <translation>%1 von %2 verglichen mit %3</translation>
    </message>
</context>
<context>
    <name>layakari::LaddersView</name>
    <message>
        <source>Plan that the steps are made from</source>
        <translation>Plan, aus dem die Stufen entstehen</translation>
    </message>
    <message>
        <source>Leave</source>
        <translation>Verlassen</translation>
    </message>
    <message>
        <source>Copy to change</source>
        <translation>Zum Ändern kopieren</translation>
    </message>
    <message>
        <source>A progression of your own that begins like this one</source>
        <translation>Ein eigener Aufbau, der wie dieser beginnt</translation>
    </message>
    <message>
        <source>Good sittings before moving on</source>
        <translation>Gute Sitzungen, bevor es weitergeht</translation>
    </message>
    <message>
        <source>Accuracy that is good enough</source>
        <translation>Genauigkeit, die gut genug ist</translation>
    </message>
    <message>
        <source>Days of a break after which to ease off</source>
        <translation>Tage Pause, nach denen du dich zurücknimmst</translation>
    </message>
    <message>
        <source>Progressions</source>
        <translation>Aufbauten</translation>
    </message>
    <message>
        <source>Steps, the easiest first</source>
        <translation>Stufen, die leichteste zuerst</translation>
    </message>
    <message>
        <source>%1, my way</source>
        <translation>%1, auf meine Art</translation>
    </message>
    <message>
        <source>A new progression in one line</source>
        <translation>Ein neuer Aufbau in einer Zeile</translation>
    </message>
    <message>
        <source>from 4:4 to 8:8 by one</source>
        <translation>from 4:4 to 8:8 by one</translation>
    </message>
    <message>
        <source>For example: 1:1 to 1:2 by a quarter; 10 to 40 strokes by 5; 3 to 9 cycles by 2. The steps are made from the plan below.</source>
        <translation>Zum Beispiel: 1:1 to 1:2 by a quarter; 10 to 40 strokes by 5; 3 to 9 cycles by 2. Die Stufen entstehen aus dem Plan darunter.</translation>
    </message>
    <message>
        <source>Make</source>
        <translation>Erstellen</translation>
    </message>
    <message>
        <source>Import…</source>
        <translation>Importieren…</translation>
    </message>
    <message>
        <source>Open a progression file</source>
        <translation>Datei eines Aufbaus öffnen</translation>
    </message>
    <message>
        <source>Make one: from what to what, and by how much</source>
        <translation>Einen erstellen: von wo bis wohin, und in welchen Schritten</translation>
    </message>
    <message>
        <source>Progressions (*.json);;All files (*)</source>
        <translation>Aufbauten (*.json);;Alle Dateien (*)</translation>
    </message>
    <message>
        <source>Name of the progression</source>
        <translation>Name des Aufbaus</translation>
    </message>
    <message>
        <source>Rename the progression</source>
        <translation>Aufbau umbenennen</translation>
    </message>
    <message>
        <source>Add a step</source>
        <translation>Stufe hinzufügen</translation>
    </message>
    <message>
        <source>The plan that is chosen under the list on the left, after the chosen step</source>
        <translation>Der Plan, der links unter der Liste gewählt ist, nach der gewählten Stufe</translation>
    </message>
    <message>
        <source>Up</source>
        <translation>Nach oben</translation>
    </message>
    <message>
        <source>Easier: earlier on the progression</source>
        <translation>Leichter: früher im Aufbau</translation>
    </message>
    <message>
        <source>Move a step</source>
        <translation>Stufe verschieben</translation>
    </message>
    <message>
        <source>Down</source>
        <translation>Nach unten</translation>
    </message>
    <message>
        <source>Harder: later on the progression</source>
        <translation>Schwerer: später im Aufbau</translation>
    </message>
    <message>
        <source>Remove the step</source>
        <translation>Stufe entfernen</translation>
    </message>
    <message>
        <source>Remove a step</source>
        <translation>Stufe entfernen</translation>
    </message>
    <message>
        <source>Delete</source>
        <translation>Löschen</translation>
    </message>
    <message>
        <source>Delete the progression; Ctrl+Z brings it back</source>
        <translation>Aufbau löschen; Strg+Z bringt ihn zurück</translation>
    </message>
    <message>
        <source>Use it today</source>
        <translation>Heute nehmen</translation>
    </message>
    <message>
        <source>All in one sitting</source>
        <translation>Alle in einer Sitzung</translation>
    </message>
    <message>
        <source>One cycle of each step, written out as a plan for today</source>
        <translation>Ein Zyklus jeder Stufe, als Plan für heute ausgeschrieben</translation>
    </message>
    <message>
        <source>Export…</source>
        <translation>Exportieren…</translation>
    </message>
    <message>
        <source>Save this progression</source>
        <translation>Diesen Aufbau sichern</translation>
    </message>
    <message>
        <source>progression.json</source>
        <translation>aufbau.json</translation>
    </message>
    <message>
        <source>Progressions (*.json)</source>
        <translation>Aufbauten (*.json)</translation>
    </message>
    <message>
        <source>Move on after %1 sittings with at least %2 %</source>
        <translation>Weitergehen nach %1 Sitzungen mit mindestens %2 %</translation>
    </message>
    <message>
        <source>Ease off below %1 % in two of the last, or after a break of %2 days</source>
        <translation>Zurücknehmen unter %1 % in zwei der letzten, oder nach %2 Tagen Pause</translation>
    </message>
    <message>
        <source>%1
step %2 of %3</source>
        <translation>%1
Stufe %2 von %3</translation>
    </message>
    <message>
        <source>No one is on it yet. Choose a step that feels easy and start there.</source>
        <translation>Noch steht niemand darauf. Such dir eine Stufe, die sich leicht anfühlt, und fang dort an.</translation>
    </message>
    <message>
        <source>You are on step %1 of %2. The next adds %3.</source>
        <translation>Du bist auf Stufe %1 von %2. Auf der nächsten kommt dazu: %3.</translation>
    </message>
    <message>
        <source>You are on the last step. Staying here is a practice of its own.</source>
        <translation>Du bist auf der letzten Stufe. Hier zu bleiben ist eine eigene Übung.</translation>
    </message>
    <message>
        <source>where it begins</source>
        <translation>hier beginnt es</translation>
    </message>
    <message>
        <source>Step %1: %2, %3</source>
        <translation>Stufe %1: %2, %3</translation>
    </message>
    <message>
        <source>Copy the progression to change its rule</source>
        <translation>Kopiere den Aufbau, um seine Regel zu ändern</translation>
    </message>
    <message>
        <source>Start on step %1</source>
        <translation>Mit Stufe %1 anfangen</translation>
    </message>
    <message>
        <source>Leave the progression</source>
        <translation>Aufbau verlassen</translation>
    </message>
    <message>
        <source>Step %1 of &quot;%2&quot;.</source>
        <translation>Stufe %1 von „%2“.</translation>
    </message>
    <message>
        <source>The whole progression, one cycle of each step.</source>
        <translation>Der ganze Aufbau, ein Zyklus von jeder Stufe.</translation>
    </message>
    <message>
        <source>A progression of %1 steps was added to yours.</source>
        <translation>Ein Aufbau mit %1 Stufen ist zu deinen hinzugekommen.</translation>
    </message>
    <message>
        <source>Change the rule</source>
        <translation>Regel ändern</translation>
    </message>
    <message>
        <source>Delete the progression</source>
        <translation>Aufbau löschen</translation>
    </message>
    <message>
        <source>Saved as %1</source>
        <translation>Gesichert als %1</translation>
    </message>
    <message>
        <source>Start here</source>
        <translation>Hier anfangen</translation>
    </message>
    <message>
        <source>Accuracy below which to ease off</source>
        <translation>Genauigkeit, unter der du dich zurücknimmst</translation>
    </message>
</context>
<context>
    <name>layakari::MainWindow</name>
    <message numerus="yes">
        <source>%n recording(s) are read.</source>
        <translation>
            <numerusform>%n Aufnahme ist ausgewertet.</numerusform>
            <numerusform>%n Aufnahmen sind ausgewertet.</numerusform>
        </translation>
    </message>
    <message>
        <source>%1 is read.</source>
        <translation>%1 ist ausgewertet.</translation>
    </message>
    <message>
        <source>Save</source>
        <translation>Sichern</translation>
    </message>
    <message>
        <source>The journal cannot be used; see Prepare</source>
        <translation>Das Tagebuch ist nicht benutzbar; siehe Vorbereiten</translation>
    </message>
    <message>
        <source>A practice is not finished. Stop it first (Esc); what was done is saved.</source>
        <translation>Eine Übung läuft noch. Beende sie zuerst (Esc); was geübt wurde, wird gesichert.</translation>
    </message>
    <message>
        <source>There is nothing to print on this page. Read, Reflect and Journey can be printed.</source>
        <translation>Auf dieser Seite gibt es nichts zu drucken. Lesen, Zurückblicken und Verlauf lassen sich drucken.</translation>
    </message>
    <message>
        <source>The sample recording is not there: Layakari was not installed whole. Install it again.</source>
        <translation>Die Beispielaufnahme fehlt: Layakari ist nicht vollständig installiert. Installiere es neu.</translation>
    </message>
    <message>
        <source>The demo club&apos;s weeks are being simulated and read</source>
        <translation>Die Wochen des Beispielvereins werden simuliert und ausgewertet</translation>
    </message>
    <message>
        <source>Someone is practising</source>
        <translation>Jemand übt gerade</translation>
    </message>
    <message>
        <source>Layakari</source>
        <translation>Layakari</translation>
    </message>
    <message>
        <source>Open a recording first.</source>
        <translation>Öffne zuerst eine Aufnahme.</translation>
    </message>
    <message>
        <source>Help</source>
        <translation>Hilfe</translation>
    </message>
    <message>
        <source>Settings</source>
        <translation>Einstellungen</translation>
    </message>
    <message>
        <source>Welcome</source>
        <translation>Willkommen</translation>
    </message>
    <message>
        <source>%1 – Layakari</source>
        <translation>%1 – Layakari</translation>
    </message>
    <message>
        <source>The practice is stopped and is being saved; then the window can be closed.</source>
        <translation>Die Übung ist beendet und wird gesichert; danach lässt sich das Fenster schließen.</translation>
    </message>
    <message>
        <source>Add recordings</source>
        <translation>Aufnahmen hinzufügen</translation>
    </message>
    <message>
        <source>Add a recording of this practice</source>
        <translation>Eine Aufnahme dieser Übung hinzufügen</translation>
    </message>
    <message>
        <source>The practice is read.</source>
        <translation>Die Übung ist ausgewertet.</translation>
    </message>
    <message>
        <source>Stopped before the practice began, so nothing is saved in the journal. The recording is there: %1</source>
        <translation>Beendet, bevor die Übung begann; im Tagebuch steht deshalb nichts. Die Aufnahme liegt hier: %1</translation>
    </message>
    <message>
        <source>No breathing was heard, so nothing is saved in the journal. The recording is there: %1</source>
        <translation>Es war kein Atem zu hören; im Tagebuch steht deshalb nichts. Die Aufnahme liegt hier: %1</translation>
    </message>
    <message>
        <source>The recording of an interrupted practice could not be opened. It has been set aside, not deleted: %1</source>
        <translation>Die Aufnahme einer unterbrochenen Übung ließ sich nicht öffnen. Sie ist beiseitegelegt, nicht gelöscht: %1</translation>
    </message>
    <message>
        <source>A practice was interrupted last time. What was recorded of it is saved and is being read (see Prepare, Inbox).</source>
        <translation>Beim letzten Mal wurde eine Übung unterbrochen. Was aufgenommen war, ist gesichert und wird ausgewertet (siehe Vorbereiten, Eingang).</translation>
    </message>
    <message>
        <source>The folder of an exported journal</source>
        <translation>Der Ordner eines exportierten Tagebuchs</translation>
    </message>
    <message>
        <source>Done: %1. Ctrl+Z undoes it.</source>
        <translation>Erledigt: %1. Rückgängig mit Strg+Z.</translation>
    </message>
</context>
<context>
    <name>layakari::MessageBar</name>
    <message>
        <source>Stop</source>
        <translation>Anhalten</translation>
    </message>
    <message>
        <source>Close</source>
        <translation>Schließen</translation>
    </message>
</context>
<context>
    <name>layakari::NoJournalPage</name>
    <message>
        <source>The journal cannot be used.

%1.

Reading a recording works without it: press 3.</source>
        <translation>Das Tagebuch ist nicht benutzbar.

%1.

Aufnahmen auszuwerten geht auch ohne: Drück die 3.</translation>
    </message>
    <message>
        <source>Put back the backup of %1</source>
        <translation>Sicherung von %1 zurückholen</translation>
    </message>
    <message>
        <source>The journal that is there is moved aside, not deleted</source>
        <translation>Das vorhandene Tagebuch wird beiseitegelegt, nicht gelöscht</translation>
    </message>
    <message>
        <source>The backup of %1 is in its place. Close Layakari and start it again; what was there lies beside it as journal-aside.</source>
        <translation>Die Sicherung von %1 ist an ihrem Platz. Schließ Layakari und starte es neu; das bisherige liegt daneben als journal-aside.</translation>
    </message>
    <message>
        <source>%1.</source>
        <translation>%1.</translation>
    </message>
</context>
<context>
    <name>layakari::PeopleView</name>
    <message>
        <source>Usual time of practice</source>
        <translation>Übliche Übungszeit</translation>
    </message>
    <message>
        <source>Own count</source>
        <translation>Eigene Zählzeit</translation>
    </message>
    <message>
        <source>s</source>
        <translation>s</translation>
    </message>
    <message>
        <source>People</source>
        <translation>Personen</translation>
    </message>
    <message>
        <source>Add a person</source>
        <translation>Person hinzufügen</translation>
    </message>
    <message>
        <source>Name</source>
        <translation>Name</translation>
    </message>
    <message>
        <source>Note</source>
        <translation>Notiz</translation>
    </message>
    <message>
        <source>What to remember: aims, seat, what helps</source>
        <translation>Was zu merken ist: Ziele, Sitz, was hilft</translation>
    </message>
    <message>
        <source>Sa: a note or Hz</source>
        <translation>Sa: ein Ton oder Hz</translation>
    </message>
    <message>
        <source>not known</source>
        <translation>nicht bekannt</translation>
    </message>
    <message>
        <source>about %1</source>
        <translation>gegen %1</translation>
    </message>
    <message>
        <source>Write the name and press Enter; then this page asks for the rest.</source>
        <translation>Schreib den Namen und drück die Eingabetaste; dann fragt diese Seite nach dem Rest.</translation>
    </message>
    <message>
        <source>Practises</source>
        <translation>Übt</translation>
    </message>
    <message>
        <source>Sa</source>
        <translation>Sa</translation>
    </message>
    <message>
        <source>Stays on this machine, readable by you alone. The program never diagnoses: it shows the cautions that apply to a practice, and whom to ask.</source>
        <translation>Bleibt auf diesem Gerät, nur für dich lesbar. Das Programm stellt nie eine Diagnose: Es zeigt die Hinweise, die für eine Übung gelten, und wen du fragen kannst.</translation>
    </message>
    <message>
        <source>no sittings yet</source>
        <translation>noch keine Sitzungen</translation>
    </message>
    <message numerus="yes">
        <source>%n sitting(s), last on %1</source>
        <translation>
            <numerusform>%n Sitzung, zuletzt am %1</numerusform>
            <numerusform>%n Sitzungen, zuletzt am %1</numerusform>
        </translation>
    </message>
    <message>
        <source>archived</source>
        <translation>archiviert</translation>
    </message>
    <message>
        <source>Sa may be a note such as G3, or Hz.</source>
        <translation>Sa kann ein Ton wie G3 sein oder eine Zahl in Hz.</translation>
    </message>
    <message>
        <source>Bring back</source>
        <translation>Zurückholen</translation>
    </message>
    <message>
        <source>Archive</source>
        <translation>Archivieren</translation>
    </message>
    <message>
        <source>Delete the backups too; a new one is made at once</source>
        <translation>Auch die Sicherungen löschen; eine neue entsteht sofort</translation>
    </message>
    <message>
        <source>Keep %1</source>
        <translation>%1 behalten</translation>
    </message>
    <message>
        <source>including archived</source>
        <translation>samt archivierten</translation>
    </message>
    <message>
        <source>not given</source>
        <translation>keine Angabe</translation>
    </message>
    <message>
        <source>Delete for good…</source>
        <translation>Endgültig löschen…</translation>
    </message>
    <message>
        <source>Deletes this person and everything of theirs</source>
        <translation>Löscht diese Person und alles, was zu ihr gehört</translation>
    </message>
    <message>
        <source>What the cautions should know</source>
        <translation>Was die Hinweise wissen sollten</translation>
    </message>
    <message>
        <source>An archived person is hidden; nothing is lost</source>
        <translation>Eine archivierte Person ist ausgeblendet; nichts geht verloren</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is not a pitch: write a note such as G3, or 20 to 2000 Hz.</source>
        <translation>„%1“ ist keine Tonhöhe: Schreib einen Ton wie G3 oder 20 bis 2000 Hz.</translation>
    </message>
    <message>
        <source>Delete %1 for good?</source>
        <translation>%1 endgültig löschen?</translation>
    </message>
    <message>
        <source>Continue</source>
        <translation>Weiter</translation>
    </message>
    <message>
        <source>Really delete %1 for good?</source>
        <translation>%1 wirklich endgültig löschen?</translation>
    </message>
    <message>
        <source>This cannot be undone, not with Ctrl+Z either. To hide someone, archive them instead.

To delete, write the name.</source>
        <translation>Das lässt sich nicht rückgängig machen, auch nicht mit Strg+Z. Um jemanden auszublenden, archiviere die Person.

Zum Löschen schreib den Namen.</translation>
    </message>
    <message>
        <source>Delete for good</source>
        <translation>Endgültig löschen</translation>
    </message>
    <message>
        <source>%1 is deleted.</source>
        <translation>%1 ist gelöscht.</translation>
    </message>
</context>
<context>
    <name>layakari::PersonSwitcher</name>
    <message>
        <source>Person; type a name to change</source>
        <translation>Person; zum Wechseln einen Namen tippen</translation>
    </message>
    <message>
        <source>Whose practice it is (Ctrl+Shift+P): type a part of a name, then Enter</source>
        <translation>Wessen Übung es ist (Strg+Umschalt+P): Tipp einen Teil des Namens, dann Eingabe</translation>
    </message>
    <message>
        <source>no one yet</source>
        <translation>noch niemand</translation>
    </message>
</context>
<context>
    <name>layakari::PhaseForm</name>
    <message>
        <source>Phase</source>
        <translation>Phase</translation>
    </message>
    <message>
        <source>How long</source>
        <translation>Wie lange</translation>
    </message>
    <message>
        <source>counts</source>
        <translation>Zählzeiten</translation>
    </message>
    <message>
        <source>from … to</source>
        <translation>von … bis</translation>
    </message>
    <message>
        <source>as long as comfortable</source>
        <translation>so lange es angenehm ist</translation>
    </message>
    <message>
        <source>Counts</source>
        <translation>Zählzeiten</translation>
    </message>
    <message>
        <source>to</source>
        <translation>bis</translation>
    </message>
    <message>
        <source>Counts at most</source>
        <translation>Zählzeiten höchstens</translation>
    </message>
    <message>
        <source>Sound</source>
        <translation>Klang</translation>
    </message>
    <message>
        <source>plain</source>
        <translation>einfach</translation>
    </message>
    <message>
        <source>ujjayi</source>
        <translation>Ujjayi</translation>
    </message>
    <message>
        <source>hum</source>
        <translation>Summton</translation>
    </message>
    <message>
        <source>sigh</source>
        <translation>Seufzer</translation>
    </message>
    <message>
        <source>Nostril</source>
        <translation>Nasenloch</translation>
    </message>
    <message>
        <source>any side</source>
        <translation>gleich welches</translation>
    </message>
    <message>
        <source>left</source>
        <translation>links</translation>
    </message>
    <message>
        <source>right</source>
        <translation>rechts</translation>
    </message>
    <message>
        <source>both</source>
        <translation>beide</translation>
    </message>
    <message>
        <source>Opening</source>
        <translation>Öffnung</translation>
    </message>
    <message>
        <source>any opening</source>
        <translation>gleich welche</translation>
    </message>
    <message>
        <source>open</source>
        <translation>offen</translation>
    </message>
    <message>
        <source>narrow</source>
        <translation>eng</translation>
    </message>
    <message>
        <source>Nose or mouth</source>
        <translation>Nase oder Mund</translation>
    </message>
    <message>
        <source>nose or mouth</source>
        <translation>Nase oder Mund</translation>
    </message>
    <message>
        <source>nose</source>
        <translation>Nase</translation>
    </message>
    <message>
        <source>mouth</source>
        <translation>Mund</translation>
    </message>
    <message>
        <source>Pitch of the hum</source>
        <translation>Tonhöhe des Summtons</translation>
    </message>
    <message>
        <source>pitch: Sa, G3, 196</source>
        <translation>Ton: Sa, G3, 196</translation>
    </message>
    <message>
        <source>chin lock</source>
        <translation>Kinnverschluss</translation>
    </message>
    <message>
        <source>root</source>
        <translation>Wurzel</translation>
    </message>
    <message>
        <source>belly</source>
        <translation>Bauch</translation>
    </message>
    <message>
        <source>&lt;inhale&gt;</source>
        <translation>&lt;Einatmen&gt;</translation>
    </message>
    <message>
        <source>&lt;hold full&gt;</source>
        <translation>&lt;Halten voll&gt;</translation>
    </message>
    <message>
        <source>&lt;exhale&gt;</source>
        <translation>&lt;Ausatmen&gt;</translation>
    </message>
    <message>
        <source>&lt;hold empty&gt;</source>
        <translation>&lt;Halten leer&gt;</translation>
    </message>
</context>
<context>
    <name>layakari::PlanChooser</name>
    <message>
        <source>Plan that the recording is read against</source>
        <translation>Plan, gegen den die Aufnahme ausgewertet wird</translation>
    </message>
    <message>
        <source>No plan: free breathing</source>
        <translation>Kein Plan: freies Atmen</translation>
    </message>
    <message>
        <source>From a plan file…</source>
        <translation>Aus einer Plandatei…</translation>
    </message>
    <message>
        <source>Whichever plan fits best</source>
        <translation>Der Plan, der am besten passt</translation>
    </message>
</context>
<context>
    <name>layakari::PlanEditor</name>
    <message>
        <source>Technique</source>
        <translation>Technik</translation>
    </message>
    <message>
        <source>Whose count</source>
        <translation>Wessen Zählzeit</translation>
    </message>
    <message>
        <source>Length of a count in seconds</source>
        <translation>Länge einer Zählzeit in Sekunden</translation>
    </message>
    <message>
        <source>s</source>
        <translation>s</translation>
    </message>
    <message>
        <source>Undo</source>
        <translation>Rückgängig</translation>
    </message>
    <message>
        <source>Undo (Ctrl+Z)</source>
        <translation>Rückgängig (Strg+Z)</translation>
    </message>
    <message>
        <source>Redo</source>
        <translation>Wiederholen</translation>
    </message>
    <message>
        <source>Redo (Ctrl+Shift+Z)</source>
        <translation>Wiederholen (Strg+Umschalt+Z)</translation>
    </message>
    <message>
        <source>How many times</source>
        <translation>Wie oft</translation>
    </message>
    <message>
        <source>times</source>
        <translation>Mal</translation>
    </message>
    <message>
        <source>Save</source>
        <translation>Sichern</translation>
    </message>
    <message>
        <source>Save it among your plans (Ctrl+S)</source>
        <translation>Zu deinen Plänen sichern (Strg+S)</translation>
    </message>
    <message>
        <source>Leave</source>
        <translation>Verlassen</translation>
    </message>
    <message>
        <source>Back to the plans (Esc)</source>
        <translation>Zurück zu den Plänen (Esc)</translation>
    </message>
    <message>
        <source>Name of the plan</source>
        <translation>Name des Plans</translation>
    </message>
    <message>
        <source>The breath in one line</source>
        <translation>Der Atem in einer Zeile</translation>
    </message>
    <message>
        <source>4-7-8   1:2   1:4:2 x 4s   in 4 hold 7 out 8   36 strokes @60</source>
        <translation>4-7-8   1:2   1:4:2 x 4s   in 4 hold 7 out 8   36 strokes @60</translation>
    </message>
    <message>
        <source>Write the chosen part: numbers or words, 5..8 for a range, * for as long as is comfortable, x6 for six times, @1.2s for a count&apos;s length</source>
        <translation>Schreib den gewählten Teil: Zahlen oder (englische) Wörter, 5..8 für einen Bereich, * für so lange, wie es angenehm ist, x6 für sechsmal, @1.2s für die Länge einer Zählzeit</translation>
    </message>
    <message>
        <source>Sa: a note or Hz</source>
        <translation>Sa: ein Ton oder Hz</translation>
    </message>
    <message>
        <source>Sa: G3, 196</source>
        <translation>Sa: G3, 196</translation>
    </message>
    <message>
        <source>The pitch that Sa stands for: a note, or Hz</source>
        <translation>Die Tonhöhe, für die Sa steht: ein Ton oder Hz</translation>
    </message>
    <message>
        <source>Add:</source>
        <translation>Hinzufügen:</translation>
    </message>
    <message>
        <source>cycle</source>
        <translation>Zyklus</translation>
    </message>
    <message>
        <source>A breath cycle after the chosen part</source>
        <translation>Ein Atemzyklus nach dem gewählten Teil</translation>
    </message>
    <message>
        <source>Add a cycle</source>
        <translation>Zyklus hinzufügen</translation>
    </message>
    <message>
        <source>strokes</source>
        <translation>Stöße</translation>
    </message>
    <message>
        <source>A run of strokes</source>
        <translation>Eine Serie von Stößen</translation>
    </message>
    <message>
        <source>Add strokes</source>
        <translation>Stöße hinzufügen</translation>
    </message>
    <message>
        <source>rest</source>
        <translation>Pause</translation>
    </message>
    <message>
        <source>Natural breaths</source>
        <translation>Natürliche Atemzüge</translation>
    </message>
    <message>
        <source>Add a rest</source>
        <translation>Pause hinzufügen</translation>
    </message>
    <message>
        <source>up</source>
        <translation>auf</translation>
    </message>
    <message>
        <source>Earlier (Alt+Up)</source>
        <translation>Früher (Alt+Auf)</translation>
    </message>
    <message>
        <source>Move up</source>
        <translation>Nach oben</translation>
    </message>
    <message>
        <source>down</source>
        <translation>ab</translation>
    </message>
    <message>
        <source>Later (Alt+Down)</source>
        <translation>Später (Alt+Ab)</translation>
    </message>
    <message>
        <source>Move down</source>
        <translation>Nach unten</translation>
    </message>
    <message>
        <source>round</source>
        <translation>Runde</translation>
    </message>
    <message>
        <source>Make it a round that is repeated; of a round: take its parts out</source>
        <translation>Macht daraus eine Runde, die wiederholt wird; löst eine Runde in ihre Teile auf</translation>
    </message>
    <message>
        <source>Make or take apart a round</source>
        <translation>Runde bilden oder auflösen</translation>
    </message>
    <message>
        <source>copy</source>
        <translation>kopieren</translation>
    </message>
    <message>
        <source>The same again after it</source>
        <translation>Das Gleiche noch einmal danach</translation>
    </message>
    <message>
        <source>Copy a part</source>
        <translation>Teil kopieren</translation>
    </message>
    <message>
        <source>remove</source>
        <translation>entfernen</translation>
    </message>
    <message>
        <source>Remove a part</source>
        <translation>Teil entfernen</translation>
    </message>
    <message>
        <source>Add a phase</source>
        <translation>Phase hinzufügen</translation>
    </message>
    <message>
        <source>After the chosen one</source>
        <translation>Nach der gewählten</translation>
    </message>
    <message>
        <source>Remove the phase</source>
        <translation>Phase entfernen</translation>
    </message>
    <message>
        <source>A round: its parts are done together, again and again. Choose one of them on the left to change it.</source>
        <translation>Eine Runde: Ihre Teile werden zusammen wiederholt. Wähle links einen davon, um ihn zu ändern.</translation>
    </message>
    <message>
        <source>Name of the round</source>
        <translation>Name der Runde</translation>
    </message>
    <message>
        <source>Rename</source>
        <translation>Umbenennen</translation>
    </message>
    <message>
        <source>Another technique</source>
        <translation>Andere Technik</translation>
    </message>
    <message>
        <source>Name the round</source>
        <translation>Runde benennen</translation>
    </message>
    <message>
        <source>Change Sa</source>
        <translation>Sa ändern</translation>
    </message>
    <message>
        <source>Change a phase</source>
        <translation>Phase ändern</translation>
    </message>
    <message>
        <source>Change the strokes</source>
        <translation>Stöße ändern</translation>
    </message>
    <message>
        <source>Change the rest</source>
        <translation>Pause ändern</translation>
    </message>
    <message numerus="yes">
        <source>time(s)</source>
        <comment>after the number of times</comment>
        <translation>
            <numerusform>Mal</numerusform>
            <numerusform>Mal</numerusform>
        </translation>
    </message>
    <message>
        <source>Not yet a plan: %1 %2.</source>
        <translation>Noch kein Plan: %1 %2.</translation>
    </message>
    <message>
        <source>At character %1: %2.</source>
        <translation>Bei Zeichen %1: %2.</translation>
    </message>
    <message>
        <source>Write a breath</source>
        <translation>Atemzug schreiben</translation>
    </message>
    <message>
        <source>Change a length</source>
        <translation>Länge ändern</translation>
    </message>
    <message>
        <source>Remove a phase</source>
        <translation>Phase entfernen</translation>
    </message>
    <message>
        <source>Saved as version %1 of &quot;%2&quot;. Sittings keep the version that they used.</source>
        <translation>Gesichert als Fassung %1 von „%2“. Sitzungen behalten die Fassung, mit der sie geübt wurden.</translation>
    </message>
    <message>
        <source>Saved: &quot;%1&quot;.</source>
        <translation>Gesichert: „%1“.</translation>
    </message>
    <message>
        <source>Leave without saving</source>
        <translation>Verlassen, ohne zu sichern</translation>
    </message>
    <message>
        <source>in your own counts</source>
        <translation>in deinen eigenen Zählzeiten</translation>
    </message>
    <message>
        <source>counts by the clock, each</source>
        <translation>Zählzeiten nach der Uhr, je</translation>
    </message>
    <message>
        <source>Remove it (Delete)</source>
        <translation>Entfernen (Entf)</translation>
    </message>
    <message>
        <source>Remove the chosen phase (Delete)</source>
        <translation>Gewählte Phase entfernen (Entf)</translation>
    </message>
    <message>
        <source>This plan is not saved. Leave again to discard it.</source>
        <translation>Dieser Plan ist nicht gesichert. Verlass ihn noch einmal, um ihn zu verwerfen.</translation>
    </message>
</context>
<context>
    <name>layakari::PlanFinder</name>
    <message>
        <source>Which plan was it?</source>
        <translation>Welcher Plan war es?</translation>
    </message>
    <message>
        <source>Looks for the plans that fit the sound best (G)</source>
        <translation>Sucht die Pläne, die am besten zum Klang passen (G)</translation>
    </message>
    <message>
        <source>This plan fits %1 %. %2</source>
        <translation>Dieser Plan passt zu %1 %. %2</translation>
    </message>
    <message>
        <source>Looking through the plans, %1 %</source>
        <translation>Pläne werden durchgesehen, %1 %</translation>
    </message>
    <message>
        <source>%1  (%2)</source>
        <translation>%1  (%2)</translation>
    </message>
    <message>
        <source>Is it this plan?</source>
        <translation>Ist es dieser Plan?</translation>
    </message>
</context>
<context>
    <name>layakari::PlanListModel</name>
    <message>
        <source>Written here</source>
        <translation>Hier geschrieben</translation>
    </message>
    <message>
        <source>%1: %2</source>
        <translation>%1: %2</translation>
    </message>
</context>
<context>
    <name>layakari::PlanListView</name>
    <message>
        <source>Plans</source>
        <translation>Pläne</translation>
    </message>
</context>
<context>
    <name>layakari::PlanOutline</name>
    <message>
        <source>Parts of the plan, in order</source>
        <translation>Teile des Plans, der Reihe nach</translation>
    </message>
</context>
<context>
    <name>layakari::PlanShape</name>
    <message numerus="yes">
        <source>%n stroke(s)</source>
        <translation>
            <numerusform>%n Stoß</numerusform>
            <numerusform>%n Stöße</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n stroke(s) at %L1 per minute</source>
        <translation>
            <numerusform>%n Stoß, %L1 pro Minute</numerusform>
            <numerusform>%n Stöße, %L1 pro Minute</numerusform>
        </translation>
    </message>
    <message>
        <source>the whole sitting</source>
        <translation>die ganze Sitzung</translation>
    </message>
</context>
<context>
    <name>layakari::PlansView</name>
    <message>
        <source>Use it today</source>
        <translation>Heute nehmen</translation>
    </message>
    <message>
        <source>Edit…</source>
        <translation>Bearbeiten…</translation>
    </message>
    <message>
        <source>Copy and vary…</source>
        <translation>Kopieren und abwandeln…</translation>
    </message>
    <message>
        <source>Write a plan of your own that begins like this one</source>
        <translation>Einen eigenen Plan schreiben, der wie dieser beginnt</translation>
    </message>
    <message>
        <source>Export…</source>
        <translation>Exportieren…</translation>
    </message>
    <message>
        <source>Save as a plan file</source>
        <translation>Als Plandatei sichern</translation>
    </message>
    <message>
        <source>Archive</source>
        <translation>Archivieren</translation>
    </message>
    <message>
        <source>No longer listed; sittings of it stay as they are</source>
        <translation>Nicht mehr in der Liste; Sitzungen damit bleiben, wie sie sind</translation>
    </message>
    <message>
        <source>Search the plans</source>
        <translation>Pläne durchsuchen</translation>
    </message>
    <message>
        <source>Search: sleep, bhramari, 4-7-8 …</source>
        <translation>Suche: Schlaf, Bhramari, 4-7-8 …</translation>
    </message>
    <message>
        <source>Write a new one…</source>
        <translation>Neuen schreiben…</translation>
    </message>
    <message>
        <source>Import…</source>
        <translation>Importieren…</translation>
    </message>
    <message>
        <source>Open a plan file</source>
        <translation>Plandatei öffnen</translation>
    </message>
    <message>
        <source>A new plan</source>
        <translation>Ein neuer Plan</translation>
    </message>
    <message>
        <source>No plan matches &quot;%1&quot;. Try a technique, a purpose or counts.</source>
        <translation>Kein Plan passt zu „%1“. Versuch es mit einer Technik, einem Zweck oder Zählzeiten.</translation>
    </message>
    <message>
        <source>%1, counts of %L2 s by the clock</source>
        <translation>%1, Zählzeiten von %L2 s nach der Uhr</translation>
    </message>
    <message>
        <source>%1, in your own counts</source>
        <translation>%1, in deinen eigenen Zählzeiten</translation>
    </message>
    <message>
        <source>%1, my way</source>
        <translation>%1, auf meine Art</translation>
    </message>
    <message>
        <source>Saved as %1</source>
        <translation>Gesichert als %1</translation>
    </message>
    <message>
        <source>Plans (*.json);;All files (*)</source>
        <translation>Pläne (*.json);;Alle Dateien (*)</translation>
    </message>
    <message>
        <source>Save this plan</source>
        <translation>Diesen Plan sichern</translation>
    </message>
    <message>
        <source>Plans (*.json)</source>
        <translation>Pläne (*.json)</translation>
    </message>
    <message>
        <source>Archive %1</source>
        <translation>%1 archivieren</translation>
    </message>
    <message>
        <source>Opened from %1. Save it to add it to your plans.</source>
        <translation>Aus %1 geöffnet. Sichere ihn, um ihn zu deinen Plänen zu nehmen.</translation>
    </message>
</context>
<context>
    <name>layakari::Playback</name>
    <message>
        <source>Normal speed</source>
        <translation>Normales Tempo</translation>
    </message>
    <message>
        <source>¾ speed</source>
        <translation>¾ Tempo</translation>
    </message>
    <message>
        <source>½ speed</source>
        <translation>½ Tempo</translation>
    </message>
    <message>
        <source>Play row</source>
        <translation>Zeile hören</translation>
    </message>
    <message>
        <source>Play the chosen row, or stop (Space); from here on and on with Shift+Space</source>
        <translation>Die gewählte Zeile abspielen oder anhalten (Leertaste); ab hier immer weiter mit Umschalt+Leertaste</translation>
    </message>
    <message>
        <source>Play phase</source>
        <translation>Phase hören</translation>
    </message>
    <message>
        <source>Play the chosen phase; choose one with the left and right arrow keys</source>
        <translation>Die gewählte Phase abspielen; wähle eine mit den Pfeiltasten links und rechts</translation>
    </message>
    <message>
        <source>Loop</source>
        <translation>Wiederholen</translation>
    </message>
    <message>
        <source>Play again and again (L)</source>
        <translation>Immer wieder abspielen (L)</translation>
    </message>
    <message>
        <source>Play slower, at the same pitch; once more for slower still (W)</source>
        <translation>Langsamer abspielen, bei gleicher Tonhöhe; noch einmal für noch langsamer (W)</translation>
    </message>
    <message>
        <source>Play tones</source>
        <translation>Töne hören</translation>
    </message>
    <message>
        <source>Stop</source>
        <translation>Anhalten</translation>
    </message>
    <message>
        <source>Play the target pitch, then the one that was heard (T)</source>
        <translation>Erst den Zielton abspielen, dann den gehörten (T)</translation>
    </message>
</context>
<context>
    <name>layakari::Player</name>
    <message>
        <source>There is no sound at this place of the recording.</source>
        <translation>An dieser Stelle der Aufnahme ist kein Klang.</translation>
    </message>
</context>
<context>
    <name>layakari::PractisePage</name>
    <message>
        <source>Stop, breathe naturally</source>
        <translation>Beenden, natürlich atmen</translation>
    </message>
    <message>
        <source>Ends the practice and saves what was done (Esc)</source>
        <translation>Beendet die Übung und sichert, was geübt wurde (Esc)</translation>
    </message>
    <message>
        <source>Pause</source>
        <translation>Pause</translation>
    </message>
    <message>
        <source>Pause and continue (Space)</source>
        <translation>Anhalten und weiter (Leertaste)</translation>
    </message>
    <message>
        <source>Skip to the next</source>
        <translation>Weiter zum Nächsten</translation>
    </message>
    <message>
        <source>Ends a rest, a hold or what else is on (N)</source>
        <translation>Beendet eine Pause, ein Halten oder was sonst gerade dran ist (N)</translation>
    </message>
    <message>
        <source>free practice</source>
        <translation>freie Übung</translation>
    </message>
    <message>
        <source>Continue</source>
        <translation>Weiter</translation>
    </message>
    <message>
        <source>Listening to the whole recording once more…</source>
        <translation>Die ganze Aufnahme wird noch einmal angehört…</translation>
    </message>
</context>
<context>
    <name>layakari::PreparePage</name>
    <message>
        <source>Today</source>
        <translation>Heute</translation>
    </message>
    <message>
        <source>Plans</source>
        <translation>Pläne</translation>
    </message>
    <message>
        <source>Progressions</source>
        <translation>Aufbauten</translation>
    </message>
    <message>
        <source>Course</source>
        <translation>Kurs</translation>
    </message>
    <message>
        <source>People</source>
        <translation>Personen</translation>
    </message>
    <message>
        <source>School</source>
        <translation>Schule</translation>
    </message>
    <message>
        <source>Inbox</source>
        <translation>Eingang</translation>
    </message>
    <message>
        <source>%1 (Alt+%2)</source>
        <translation>%1 (Alt+%2)</translation>
    </message>
    <message>
        <source>Chosen from the plans.</source>
        <translation>Aus den Plänen gewählt.</translation>
    </message>
    <message>
        <source>About you</source>
        <translation>Über dich</translation>
    </message>
    <message>
        <source>Done: %1. Ctrl+Z undoes it.</source>
        <translation>Erledigt: %1. Rückgängig mit Strg+Z.</translation>
    </message>
    <message>
        <source>There is nothing new in it to read.</source>
        <translation>Es ist nichts Neues zum Auswerten darin.</translation>
    </message>
</context>
<context>
    <name>layakari::QuestionBar</name>
    <message>
        <source>Q  Hear it</source>
        <translation>Q  Anhören</translation>
    </message>
    <message>
        <source>U  I can’t tell</source>
        <translation>U  Weiß ich nicht</translation>
    </message>
    <message>
        <source>There is nothing left to answer in this recording.</source>
        <translation>In dieser Aufnahme ist nichts mehr zu beantworten.</translation>
    </message>
    <message>
        <source>The chance that this reading is right is %1. %2</source>
        <translation>Die Wahrscheinlichkeit, dass diese Auswertung stimmt, ist %1. %2</translation>
    </message>
    <message>
        <source>M  Next, %1 of %2</source>
        <translation>M  Nächste, %1 von %2</translation>
    </message>
    <message>
        <source>M  Done</source>
        <translation>M  Fertig</translation>
    </message>
    <message>
        <source>Certain now</source>
        <translation>Jetzt sicher</translation>
    </message>
    <message>
        <source>Uncertain</source>
        <translation>Unsicher</translation>
    </message>
    <message>
        <source>%1 to %2: %3</source>
        <translation>%1 bis %2: %3</translation>
    </message>
</context>
<context>
    <name>layakari::QuestionRound</name>
    <message>
        <source>All questions are answered. Certain now: %1 of %2 readings.</source>
        <translation>Alle Fragen sind beantwortet. Jetzt sicher: %1 von %2 Auswertungen.</translation>
    </message>
    <message>
        <source>%1 could not be opened.</source>
        <translation>%1 ließ sich nicht öffnen.</translation>
    </message>
</context>
<context>
    <name>layakari::ReadPage</name>
    <message>
        <source>Open…</source>
        <translation>Öffnen…</translation>
    </message>
    <message>
        <source>Open a recording or a saved reading (Ctrl+O)</source>
        <translation>Aufnahme oder gesicherte Auswertung öffnen (Strg+O)</translation>
    </message>
    <message>
        <source>Save</source>
        <translation>Sichern</translation>
    </message>
    <message>
        <source>Export…</source>
        <translation>Exportieren…</translation>
    </message>
    <message>
        <source>This reading as JSON, or its rows as a picture (Ctrl+E)</source>
        <translation>Diese Auswertung als JSON, oder ihre Zeilen als Bild (Strg+E)</translation>
    </message>
    <message>
        <source>Correct</source>
        <translation>Berichtigen</translation>
    </message>
    <message>
        <source>No preset fits what was heard.</source>
        <translation>Kein mitgelieferter Plan passt zum Gehörten.</translation>
    </message>
    <message>
        <source>Stopped. The reading below is the one from before.</source>
        <translation>Angehalten. Darunter steht die Auswertung von vorher.</translation>
    </message>
    <message>
        <source>Stopped. Nothing was read.</source>
        <translation>Angehalten. Es wurde nichts ausgewertet.</translation>
    </message>
    <message>
        <source>Opening %1</source>
        <translation>%1 wird geöffnet</translation>
    </message>
    <message>
        <source>Listening to %1</source>
        <translation>%1 wird angehört</translation>
    </message>
    <message>
        <source>Reading again</source>
        <translation>Wird neu ausgewertet</translation>
    </message>
    <message>
        <source>This reading is certain now.</source>
        <translation>Diese Auswertung ist jetzt sicher.</translation>
    </message>
    <message>
        <source>Open a recording or a saved reading</source>
        <translation>Aufnahme oder gesicherte Auswertung öffnen</translation>
    </message>
    <message>
        <source>Recordings and readings (*.m4a *.mp3 *.wav *.flac *.ogg *.opus *.aac *.amr *.3gp *.mp4 *.json);;All files (*)</source>
        <translation>Aufnahmen und Auswertungen (*.m4a *.mp3 *.wav *.flac *.ogg *.opus *.aac *.amr *.3gp *.mp4 *.json);;Alle Dateien (*)</translation>
    </message>
    <message>
        <source>Choose a plan file</source>
        <translation>Plandatei wählen</translation>
    </message>
    <message>
        <source>Plans (*.json);;All files (*)</source>
        <translation>Pläne (*.json);;Alle Dateien (*)</translation>
    </message>
    <message>
        <source>Export this reading</source>
        <translation>Diese Auswertung exportieren</translation>
    </message>
    <message>
        <source>Readings (*.json);;Pictures of the staff (*.png);;Drawings of the staff (*.svg)</source>
        <translation>Auswertungen (*.json);;Bilder der Zeilen (*.png);;Zeichnungen der Zeilen (*.svg)</translation>
    </message>
    <message>
        <source>There is no reading here to print.</source>
        <translation>Hier gibt es keine Auswertung zum Drucken.</translation>
    </message>
    <message>
        <source>Saved as %1</source>
        <translation>Gesichert als %1</translation>
    </message>
    <message>
        <source>Swap &lt;inhales&gt; and &lt;exhales&gt;</source>
        <translation>&lt;Einatmen&gt; und &lt;Ausatmen&gt; tauschen</translation>
    </message>
    <message>
        <source>The &lt;inhales&gt; shown are &lt;exhales&gt;, and the &lt;exhales&gt; &lt;inhales&gt; (X)</source>
        <translation>Was als &lt;Einatmen&gt; gezeigt wird, ist &lt;Ausatmen&gt;, und umgekehrt (X)</translation>
    </message>
    <message>
        <source>Correct what was heard wrong: choose a phase first</source>
        <translation>Berichtigen, was falsch gehört wurde: Wähle zuerst eine Phase</translation>
    </message>
    <message>
        <source>There is no further change of sound that way.</source>
        <translation>In dieser Richtung ändert sich der Klang nicht mehr.</translation>
    </message>
    <message>
        <source>This saved reading cannot be read against another plan: its recording is missing. Open the recording itself.</source>
        <translation>Diese gesicherte Auswertung lässt sich nicht gegen einen anderen Plan lesen: Ihre Aufnahme fehlt. Öffne die Aufnahme selbst.</translation>
    </message>
    <message>
        <source>&lt;Inhales&gt; and &lt;exhales&gt; of this saved reading cannot be swapped: its recording is missing. Open the recording itself.</source>
        <translation>&lt;Einatmen&gt; und &lt;Ausatmen&gt; dieser gesicherten Auswertung lassen sich nicht tauschen: Ihre Aufnahme fehlt. Öffne die Aufnahme selbst.</translation>
    </message>
    <message>
        <source>This saved reading cannot be corrected: its recording is missing. Open the recording itself.</source>
        <translation>Diese gesicherte Auswertung lässt sich nicht berichtigen: Ihre Aufnahme fehlt. Öffne die Aufnahme selbst.</translation>
    </message>
    <message>
        <source>%1 of %2 corrections could not be made: there is too little room, or a hum or strokes are there. Ctrl+Z undoes the last one.</source>
        <translation>%1 von %2 Berichtigungen waren nicht möglich: Der Platz reicht nicht, oder dort sind ein Summton oder Stöße. Strg+Z macht die letzte rückgängig.</translation>
    </message>
    <message>
        <source>Nothing is uncertain here.</source>
        <translation>Hier ist nichts unsicher.</translation>
    </message>
</context>
<context>
    <name>layakari::ReadingDesk</name>
    <message>
        <source>Save</source>
        <translation>Sichern</translation>
    </message>
    <message>
        <source>Open a recording first</source>
        <translation>Öffne zuerst eine Aufnahme</translation>
    </message>
    <message>
        <source>A sample, not saved</source>
        <translation>Ein Beispiel, nicht gesichert</translation>
    </message>
    <message>
        <source>So that it does not mix with your own practice</source>
        <translation>Damit es sich nicht mit deiner eigenen Übung mischt</translation>
    </message>
    <message>
        <source>Nothing to save</source>
        <translation>Nichts zu sichern</translation>
    </message>
    <message>
        <source>No breathing was heard in it</source>
        <translation>Darin war kein Atem zu hören</translation>
    </message>
    <message>
        <source>Saved for %1</source>
        <translation>Gesichert für %1</translation>
    </message>
    <message>
        <source>Look back on it: press 4. To move or delete it: This sitting, on Reflect</source>
        <translation>Zurückblicken mit 4. Verschieben oder löschen: Diese Sitzung, unter Zurückblicken</translation>
    </message>
    <message>
        <source>Save for %1</source>
        <translation>Für %1 sichern</translation>
    </message>
    <message>
        <source>Save…</source>
        <translation>Sichern…</translation>
    </message>
    <message>
        <source>As a sitting in the journal (Ctrl+S)</source>
        <translation>Als Sitzung im Tagebuch (Strg+S)</translation>
    </message>
    <message>
        <source>No breathing was heard, so there is nothing to save. Place the microphone nearer, to one side of nose and mouth.</source>
        <translation>Es war kein Atem zu hören, also gibt es nichts zu sichern. Stell das Mikrofon näher, seitlich von Nase und Mund.</translation>
    </message>
    <message>
        <source>Saved as a sitting of %1. Press 4 to look back on it.</source>
        <translation>Als Sitzung von %1 gesichert. Zurückblicken mit 4.</translation>
    </message>
    <message>
        <source>Save the sitting of %1</source>
        <translation>Sitzung von %1 sichern</translation>
    </message>
    <message>
        <source>Read against another plan</source>
        <translation>Gegen einen anderen Plan auswerten</translation>
    </message>
    <message>
        <source>This is the sample. It is not saved, so that it does not mix with your own practice.</source>
        <translation>Das ist das Beispiel. Es wird nicht gesichert, damit es sich nicht mit deiner eigenen Übung mischt.</translation>
    </message>
    <message>
        <source>This recording is saved already, for %1. Press 4 to look back on it.</source>
        <translation>Diese Aufnahme ist schon gesichert, für %1. Zurückblicken mit 4.</translation>
    </message>
    <message>
        <source>Whose practice is this?</source>
        <translation>Wessen Übung ist das?</translation>
    </message>
    <message>
        <source>The sitting is read against this plan now. Ctrl+Z undoes it.</source>
        <translation>Die Sitzung ist jetzt gegen diesen Plan ausgewertet. Rückgängig mit Strg+Z.</translation>
    </message>
    <message>
        <source>&lt;Inhales&gt; and &lt;exhales&gt; are swapped in this reading.</source>
        <translation>&lt;Einatmen&gt; und &lt;Ausatmen&gt; sind in dieser Auswertung getauscht.</translation>
    </message>
    <message>
        <source>&lt;Inhales&gt; and &lt;exhales&gt; are back as they were.</source>
        <translation>&lt;Einatmen&gt; und &lt;Ausatmen&gt; sind wieder wie zuvor.</translation>
    </message>
    <message>
        <source>&lt;Inhales&gt; and &lt;exhales&gt; are swapped. From now on they are recognised by how %1 sounds here. Ctrl+Z undoes it.</source>
        <translation>&lt;Einatmen&gt; und &lt;Ausatmen&gt; sind getauscht. Von jetzt an werden sie daran erkannt, wie sie bei %1 hier klingen. Rückgängig mit Strg+Z.</translation>
    </message>
</context>
<context>
    <name>layakari::ReadyView</name>
    <message>
        <source>What leads</source>
        <translation>Was führt</translation>
    </message>
    <message>
        <source>the clock</source>
        <translation>die Uhr</translation>
    </message>
    <message>
        <source>my breath</source>
        <translation>mein Atem</translation>
    </message>
    <message>
        <source>nothing: free practice</source>
        <translation>nichts: freie Übung</translation>
    </message>
    <message>
        <source>Length of a count in seconds</source>
        <translation>Länge einer Zählzeit in Sekunden</translation>
    </message>
    <message>
        <source>s</source>
        <translation>s</translation>
    </message>
    <message>
        <source>Counts per minute</source>
        <translation>Zählzeiten pro Minute</translation>
    </message>
    <message>
        <source>How much slower each minute, in percent</source>
        <translation>Um wie viel langsamer jede Minute, in Prozent</translation>
    </message>
    <message>
        <source>%</source>
        <translation>%</translation>
    </message>
    <message>
        <source>Seconds to settle</source>
        <translation>Sekunden zum Ankommen</translation>
    </message>
    <message>
        <source>Seconds to stay at the end</source>
        <translation>Sekunden zum Nachspüren</translation>
    </message>
    <message>
        <source>Show what is heard while it goes on</source>
        <translation>Unterwegs zeigen, was gehört wird</translation>
    </message>
    <message>
        <source>Keep the drawing still</source>
        <translation>Zeichnung ruhig halten</translation>
    </message>
    <message>
        <source>Microphone</source>
        <translation>Mikrofon</translation>
    </message>
    <message>
        <source>How the simulated practitioner practises</source>
        <translation>Wie die simulierte Person übt</translation>
    </message>
    <message>
        <source>How fast time passes</source>
        <translation>Wie schnell die Zeit vergeht</translation>
    </message>
    <message>
        <source>in real time</source>
        <translation>in Echtzeit</translation>
    </message>
    <message>
        <source>four times as fast</source>
        <translation>viermal so schnell</translation>
    </message>
    <message>
        <source>as fast as it goes</source>
        <translation>so schnell es geht</translation>
    </message>
    <message>
        <source>Try the microphone</source>
        <translation>Mikrofon ausprobieren</translation>
    </message>
    <message>
        <source>Breathe for ten seconds, and hear what to change (T)</source>
        <translation>Atme zehn Sekunden und erfahre, was zu ändern ist (T)</translation>
    </message>
    <message>
        <source>Begin</source>
        <translation>Beginnen</translation>
    </message>
    <message>
        <source>Begin to settle and to record (Enter)</source>
        <translation>Ankommen und aufnehmen (Eingabe)</translation>
    </message>
    <message>
        <source>silent</source>
        <translation>stumm</translation>
    </message>
    <message>
        <source>faint</source>
        <translation>zart</translation>
    </message>
    <message>
        <source>soft</source>
        <translation>sanft</translation>
    </message>
    <message>
        <source>clear</source>
        <translation>deutlich</translation>
    </message>
    <message>
        <source>Tones that tell the phases</source>
        <translation>Töne, die die Phasen ansagen</translation>
    </message>
    <message>
        <source>Tones that mark the counts</source>
        <translation>Töne auf den Zählzeiten</translation>
    </message>
    <message>
        <source>Pulse of the strokes</source>
        <translation>Puls der Stöße</translation>
    </message>
    <message>
        <source>Led by %1</source>
        <translation>Es führt %1</translation>
    </message>
    <message>
        <source>Settle %1 s before, and stay %2 s after</source>
        <translation>Vorher %1 s ankommen, nachher %2 s nachspüren</translation>
    </message>
    <message>
        <source>Tones: phases %1 counts %2 strokes %3</source>
        <translation>Töne: Phasen %1 Zählzeiten %2 Stöße %3</translation>
    </message>
    <message>
        <source>The microphone</source>
        <translation>Das Mikrofon</translation>
    </message>
    <message>
        <source>A simulated practitioner</source>
        <translation>Eine simulierte Person</translation>
    </message>
    <message>
        <source>Each phase lasts its counts. From the first hum on your ears are closed: no tone sounds, and your own breath leads.</source>
        <translation>Jede Phase dauert ihre Zählzeiten. Vom ersten Summton an sind deine Ohren geschlossen: Dann klingt kein Ton mehr, und dein eigener Atem führt.</translation>
    </message>
    <message>
        <source>Each phase lasts its counts, whatever you do.</source>
        <translation>Jede Phase dauert ihre Zählzeiten, was immer du tust.</translation>
    </message>
    <message>
        <source>The cue waits for your breath and only counts along.</source>
        <translation>Die Anleitung wartet auf deinen Atem und zählt nur mit.</translation>
    </message>
    <message>
        <source>Nobody</source>
        <translation>Niemand</translation>
    </message>
    <message>
        <source>%1 practises freely.</source>
        <translation>%1 übt frei.</translation>
    </message>
    <message>
        <source>%1 practises: %2.</source>
        <translation>%1 übt: %2.</translation>
    </message>
    <message>
        <source>Add a person first: Prepare, People</source>
        <translation>Füge zuerst eine Person hinzu: Vorbereiten, Personen</translation>
    </message>
    <message>
        <source>There are no cues. What you do is recorded, shown and read; at the end you are asked which plan it was. You stop it yourself.</source>
        <translation>Nichts wird angesagt. Was du tust, wird aufgenommen, gezeigt und ausgewertet; welcher Plan es war, wirst du am Ende gefragt. Du beendest die Übung selbst.</translation>
    </message>
    <message>
        <source>Breathe as you like for ten seconds.</source>
        <translation>Atme zehn Sekunden lang, wie du magst.</translation>
    </message>
    <message>
        <source>One count %1 or %2 per minute</source>
        <translation>Eine Zählzeit %1 oder %2 pro Minute</translation>
    </message>
    <message>
        <source>Slower each minute by %1</source>
        <translation>Jede Minute langsamer um %1</translation>
    </message>
</context>
<context>
    <name>layakari::RecordingName</name>
    <message>
        <source>good sound</source>
        <translation>guter Klang</translation>
    </message>
    <message>
        <source>usable sound</source>
        <translation>brauchbarer Klang</translation>
    </message>
    <message>
        <source>poor sound</source>
        <translation>schlechter Klang</translation>
    </message>
</context>
<context>
    <name>layakari::ReflectPage</name>
    <message>
        <source>Earlier</source>
        <translation>Früher</translation>
    </message>
    <message>
        <source>The sitting before this one (Page Up)</source>
        <translation>Die Sitzung davor (Bild auf)</translation>
    </message>
    <message>
        <source>Later</source>
        <translation>Später</translation>
    </message>
    <message>
        <source>The sitting after this one (Page Down)</source>
        <translation>Die Sitzung danach (Bild ab)</translation>
    </message>
    <message>
        <source>This sitting…</source>
        <translation>Diese Sitzung…</translation>
    </message>
    <message>
        <source>Change, move, leave out, archive or delete it</source>
        <translation>Ändern, verschieben, auslassen, archivieren oder löschen</translation>
    </message>
    <message>
        <source>Write a reply…</source>
        <translation>Antwort schreiben…</translation>
    </message>
    <message>
        <source>A reply from these facts, to change and to copy</source>
        <translation>Eine Antwort aus diesen Tatsachen, zum Ändern und Kopieren</translation>
    </message>
    <message>
        <source>Save as PDF…</source>
        <translation>Als PDF sichern…</translation>
    </message>
    <message>
        <source>This sitting on one page, to print or to send</source>
        <translation>Diese Sitzung auf einer Seite, zum Drucken oder Verschicken</translation>
    </message>
    <message>
        <source>Before</source>
        <translation>Davor</translation>
    </message>
    <message>
        <source>After</source>
        <translation>Danach</translation>
    </message>
    <message>
        <source>One step easier</source>
        <translation>Eine Stufe leichter</translation>
    </message>
    <message>
        <source>In a few words</source>
        <translation>In wenigen Worten</translation>
    </message>
    <message>
        <source>How it felt, in a few words</source>
        <translation>Wie es war, in wenigen Worten</translation>
    </message>
    <message>
        <source>anything else that was not well</source>
        <translation>was sonst nicht gut war</translation>
    </message>
    <message>
        <source>Another complaint</source>
        <translation>Andere Beschwerde</translation>
    </message>
    <message>
        <source>A note: the time, the place, what to try next</source>
        <translation>Eine Notiz: die Zeit, der Ort, was als Nächstes zu versuchen ist</translation>
    </message>
    <message>
        <source>Note</source>
        <translation>Notiz</translation>
    </message>
    <message>
        <source>How did it feel? From 0, heavy, to 10, light.</source>
        <translation>Wie war es? Von 0, schwer, bis 10, leicht.</translation>
    </message>
    <message>
        <source>%1, %2  ·  %3</source>
        <translation>%1, %2  ·  %3</translation>
    </message>
    <message>
        <source>free practice</source>
        <translation>freie Übung</translation>
    </message>
    <message numerus="yes">
        <source>%n minute(s), noted by hand. Nothing in it was measured.</source>
        <translation>
            <numerusform>%n Minute, von Hand notiert. Gemessen wurde darin nichts.</numerusform>
            <numerusform>%n Minuten, von Hand notiert. Gemessen wurde darin nichts.</numerusform>
        </translation>
    </message>
    <message>
        <source>The reading of this sitting cannot be shown.</source>
        <translation>Die Auswertung dieser Sitzung lässt sich nicht zeigen.</translation>
    </message>
    <message>
        <source>It is not compared with earlier sittings while it is uncertain.</source>
        <translation>Solange sie unsicher ist, wird sie nicht mit früheren Sitzungen verglichen.</translation>
    </message>
    <message>
        <source>After three earlier sittings of this plan, changes are shown here.</source>
        <translation>Nach drei früheren Sitzungen mit diesem Plan steht hier, was sich verändert.</translation>
    </message>
    <message>
        <source>Nothing changed by more than chance since the last sittings of this plan.</source>
        <translation>Seit den letzten Sitzungen mit diesem Plan hat sich nichts stärker verändert als durch Zufall.</translation>
    </message>
    <message>
        <source>This sitting does not count: %1.</source>
        <translation>Diese Sitzung zählt nicht: %1.</translation>
    </message>
    <message>
        <source>At %1: %2</source>
        <translation>Bei %1: %2</translation>
    </message>
    <message>
        <source>Places to listen to:
%1</source>
        <translation>Stellen zum Hinhören:
%1</translation>
    </message>
    <message>
        <source>Places to listen to, if they were heard rightly:
%1</source>
        <translation>Stellen zum Hinhören, falls sie richtig gehört wurden:
%1</translation>
    </message>
    <message>
        <source>Show the reading</source>
        <translation>Auswertung zeigen</translation>
    </message>
    <message>
        <source>Find the recording…</source>
        <translation>Aufnahme suchen…</translation>
    </message>
    <message>
        <source>The rows and the sound, on Read</source>
        <translation>Die Zeilen und der Klang, unter Lesen</translation>
    </message>
    <message>
        <source>%1

Next, %2. %3</source>
        <translation>%1

Als Nächstes, %2. %3</translation>
    </message>
    <message>
        <source>Move on: %1</source>
        <translation>Weitergehen: %1</translation>
    </message>
    <message>
        <source>On step %1 from today. Ctrl+Z undoes it.</source>
        <translation>Ab heute auf Stufe %1. Rückgängig mit Strg+Z.</translation>
    </message>
    <message>
        <source>Find a recording</source>
        <translation>Aufnahme suchen</translation>
    </message>
    <message>
        <source>It was found: %1</source>
        <translation>Gefunden: %1</translation>
    </message>
    <message>
        <source>Save this sitting as PDF</source>
        <translation>Diese Sitzung als PDF sichern</translation>
    </message>
    <message>
        <source>PDF (*.pdf)</source>
        <translation>PDF (*.pdf)</translation>
    </message>
    <message>
        <source>There is no reading here to put on paper.</source>
        <translation>Hier gibt es keine Auswertung für das Papier.</translation>
    </message>
    <message>
        <source>Saved as %1.</source>
        <translation>Gesichert als %1.</translation>
    </message>
    <message>
        <source>A reply to %1</source>
        <translation>Eine Antwort an %1</translation>
    </message>
    <message>
        <source>Copy</source>
        <translation>Kopieren</translation>
    </message>
    <message>
        <source>To paste it into a message</source>
        <translation>Zum Einfügen in eine Nachricht</translation>
    </message>
    <message>
        <source>Close</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>From the facts alone. Change what you like; nothing is sent.</source>
        <translation>Allein aus den Tatsachen. Ändere, was du willst; verschickt wird nichts.</translation>
    </message>
    <message>
        <source>The reply is copied.</source>
        <translation>Die Antwort ist kopiert.</translation>
    </message>
    <message>
        <source>Practised this week, the most urgent first:</source>
        <translation>Wer diese Woche geübt hat, das Dringendste zuerst:</translation>
    </message>
    <message>
        <source>This was the simulated practitioner. It does not count anywhere.</source>
        <translation>Das war die simulierte Person. Es zählt nirgends.</translation>
    </message>
    <message>
        <source>%1 is not there any more; Layakari looks for it first</source>
        <translation>%1 ist nicht mehr da; Layakari sucht zuerst danach</translation>
    </message>
    <message>
        <source>Change the notes of %1</source>
        <translation>Notizen von %1 ändern</translation>
    </message>
</context>
<context>
    <name>layakari::RestForm</name>
    <message>
        <source>Breaths of rest</source>
        <translation>Atemzüge Pause</translation>
    </message>
    <message>
        <source>Seconds of rest</source>
        <translation>Sekunden Pause</translation>
    </message>
    <message>
        <source>s</source>
        <translation>s</translation>
    </message>
    <message>
        <source>open</source>
        <translation>offen</translation>
    </message>
    <message>
        <source>Natural breathing, never scored: %1 breaths, or %2</source>
        <translation>Natürliches Atmen, ohne Wertung: %1 Atemzüge, oder %2</translation>
    </message>
</context>
<context>
    <name>layakari::SchoolView</name>
    <message>
        <source>Add a person first, under People; the school is saved with them.</source>
        <translation>Füge zuerst unter Personen eine Person hinzu; die Schule wird mit ihr gesichert.</translation>
    </message>
    <message>
        <source>How %1 practises, where schools differ. Plans and progressions follow.</source>
        <translation>Wie %1 übt, wo Schulen sich unterscheiden. Pläne und Aufbauten richten sich danach.</translation>
    </message>
</context>
<context>
    <name>layakari::SettingsPage</name>
    <message>
        <source>Sections of the settings</source>
        <translation>Abschnitte der Einstellungen</translation>
    </message>
    <message>
        <source>How you practise</source>
        <translation>Wie du übst</translation>
    </message>
    <message>
        <source>Language and looks</source>
        <translation>Sprache und Aussehen</translation>
    </message>
    <message>
        <source>Recordings</source>
        <translation>Aufnahmen</translation>
    </message>
    <message>
        <source>Backups</source>
        <translation>Sicherungen</translation>
    </message>
    <message>
        <source>Microphone and loudspeaker</source>
        <translation>Mikrofon und Lautsprecher</translation>
    </message>
    <message>
        <source>Who uses Layakari</source>
        <translation>Wer Layakari benutzt</translation>
    </message>
    <message>
        <source>Back</source>
        <translation>Zurück</translation>
    </message>
    <message>
        <source>To where you were (Esc)</source>
        <translation>Dorthin, wo du warst (Esc)</translation>
    </message>
    <message>
        <source>As the desktop is set, light or dark</source>
        <translation>Wie der Desktop eingestellt ist, hell oder dunkel</translation>
    </message>
    <message>
        <source>Paper: light</source>
        <translation>Papier: hell</translation>
    </message>
    <message>
        <source>Before dawn: dark</source>
        <translation>Vor der Dämmerung: dunkel</translation>
    </message>
    <message>
        <source>Size of the text</source>
        <translation>Größe der Schrift</translation>
    </message>
    <message>
        <source>%1 %</source>
        <translation>%1 %</translation>
    </message>
    <message>
        <source>Language</source>
        <translation>Sprache</translation>
    </message>
    <message>
        <source>As the desktop is set: %1</source>
        <translation>Wie der Desktop eingestellt ist: %1</translation>
    </message>
    <message>
        <source>Open Layakari again in this language</source>
        <translation>Layakari in dieser Sprache neu öffnen</translation>
    </message>
    <message>
        <source>A recording that is open on Read has to be opened again</source>
        <translation>Eine Aufnahme, die unter Lesen geöffnet ist, muss danach neu geöffnet werden</translation>
    </message>
    <message>
        <source>Light or dark</source>
        <translation>Hell oder dunkel</translation>
    </message>
    <message>
        <source>Ctrl+D changes between light and dark at any time.</source>
        <translation>Strg+D wechselt jederzeit zwischen hell und dunkel.</translation>
    </message>
    <message>
        <source>Leave them where they are; the journal remembers where</source>
        <translation>Lassen, wo sie sind; das Tagebuch merkt sich den Ort</translation>
    </message>
    <message>
        <source>Copy them into Layakari&apos;s folder</source>
        <translation>In den Ordner von Layakari kopieren</translation>
    </message>
    <message>
        <source>Another folder…</source>
        <translation>Anderer Ordner…</translation>
    </message>
    <message>
        <source>Layakari&apos;s own folder</source>
        <translation>Layakaris eigener Ordner</translation>
    </message>
    <message>
        <source>Where practices are recorded</source>
        <translation>Wohin Übungen aufgenommen werden</translation>
    </message>
    <message>
        <source>Watch a folder</source>
        <translation>Ordner beobachten</translation>
    </message>
    <message>
        <source>Recordings that you add</source>
        <translation>Aufnahmen, die du hinzufügst</translation>
    </message>
    <message>
        <source>Practices that are recorded here</source>
        <translation>Übungen, die hier aufgenommen werden</translation>
    </message>
    <message>
        <source>A folder to watch</source>
        <translation>Ein Ordner zum Beobachten</translation>
    </message>
    <message>
        <source>Make one now</source>
        <translation>Jetzt eine erstellen</translation>
    </message>
    <message>
        <source>Open the folder</source>
        <translation>Ordner öffnen</translation>
    </message>
    <message>
        <source>A new one was made.</source>
        <translation>Eine neue ist erstellt.</translation>
    </message>
    <message>
        <source>Copies of the journal</source>
        <translation>Kopien des Tagebuchs</translation>
    </message>
    <message numerus="yes">
        <source>A copy is made on each day on which Layakari is opened, and the last %n are saved. If the journal is ever damaged, Layakari offers the last copy when it starts. Recordings are not in them.</source>
        <translation>
            <numerusform>An jedem Tag, an dem Layakari geöffnet wird, entsteht eine Kopie, und die letzte wird aufbewahrt. Sollte das Tagebuch einmal beschädigt sein, bietet Layakari beim Start die letzte Kopie an. Aufnahmen sind nicht darin.</numerusform>
            <numerusform>An jedem Tag, an dem Layakari geöffnet wird, entsteht eine Kopie, und die letzten %n werden aufbewahrt. Sollte das Tagebuch einmal beschädigt sein, bietet Layakari beim Start die letzte Kopie an. Aufnahmen sind nicht darin.</numerusform>
        </translation>
    </message>
    <message>
        <source>Microphone</source>
        <translation>Mikrofon</translation>
    </message>
    <message>
        <source>Loudspeaker</source>
        <translation>Lautsprecher</translation>
    </message>
    <message>
        <source>On Practise it can be tried for ten seconds.</source>
        <translation>Unter Üben lässt es sich zehn Sekunden lang ausprobieren.</translation>
    </message>
    <message>
        <source>For playback and for the tones that lead.</source>
        <translation>Zum Abspielen und für die Töne, die führen.</translation>
    </message>
    <message>
        <source>I practise alone</source>
        <translation>Ich übe allein</translation>
    </message>
    <message>
        <source>I teach, or several people use it</source>
        <translation>Ich unterrichte, oder mehrere benutzen es</translation>
    </message>
    <message>
        <source>Who uses Layakari?</source>
        <translation>Wer benutzt Layakari?</translation>
    </message>
    <message>
        <source>As the desktop is set</source>
        <translation>Wie der Desktop eingestellt ist</translation>
    </message>
    <message>
        <source>This machine has no microphone.</source>
        <translation>Dieses Gerät hat kein Mikrofon.</translation>
    </message>
    <message>
        <source>This machine has no loudspeaker.</source>
        <translation>Dieses Gerät hat keinen Lautsprecher.</translation>
    </message>
    <message>
        <source>None</source>
        <translation>Keiner</translation>
    </message>
    <message>
        <source>Watch a folder…</source>
        <translation>Ordner beobachten…</translation>
    </message>
    <message>
        <source>Stop watching</source>
        <translation>Nicht mehr beobachten</translation>
    </message>
    <message>
        <source>There is none yet.</source>
        <translation>Es gibt noch keine.</translation>
    </message>
    <message numerus="yes">
        <source>There are %n, the last of %1.</source>
        <translation>
            <numerusform>Es gibt eine, vom %1.</numerusform>
            <numerusform>Es gibt %n, die letzte vom %1.</numerusform>
        </translation>
    </message>
    <message>
        <source>This applies to what you add from now on.</source>
        <translation>Das gilt für alles, was du ab jetzt hinzufügst.</translation>
    </message>
    <message>
        <source>Earlier recordings stay where they are.</source>
        <translation>Frühere Aufnahmen bleiben, wo sie sind.</translation>
    </message>
    <message>
        <source>What a phone syncs into it is added automatically.</source>
        <translation>Was ein Telefon hineinsynchronisiert, kommt von selbst dazu.</translation>
    </message>
    <message>
        <source>No file manager could be opened.</source>
        <translation>Es ließ sich keine Dateiverwaltung öffnen.</translation>
    </message>
    <message>
        <source>There are several people in the journal, so all of them are shown. Archive those you no longer need.</source>
        <translation>Im Tagebuch stehen mehrere Personen, deshalb werden alle gezeigt. Archiviere, wen du nicht mehr brauchst.</translation>
    </message>
    <message>
        <source>When you practise alone, people and what a teacher needs are hidden.</source>
        <translation>Wenn du allein übst, sind Personen und alles für Lehrkräfte ausgeblendet.</translation>
    </message>
</context>
<context>
    <name>layakari::SimulatedMicrophone</name>
    <message>
        <source>The simulated microphone gives no more sound. Continue, or stop: what was recorded is saved.</source>
        <translation>Das simulierte Mikrofon liefert keinen Klang mehr. Mach weiter oder beende: Das Aufgenommene ist gesichert.</translation>
    </message>
</context>
<context>
    <name>layakari::SittingActions</name>
    <message>
        <source>the sitting of %1</source>
        <translation>die Sitzung vom %1</translation>
    </message>
    <message>
        <source>Show the reading and the sound</source>
        <translation>Auswertung und Klang zeigen</translation>
    </message>
    <message>
        <source>Find the recording…</source>
        <translation>Aufnahme suchen…</translation>
    </message>
    <message>
        <source>Change date, plan or note…</source>
        <translation>Datum, Plan oder Notiz ändern…</translation>
    </message>
    <message>
        <source>Move to</source>
        <translation>Verschieben zu</translation>
    </message>
    <message>
        <source>Someone new…</source>
        <translation>Jemand Neues…</translation>
    </message>
    <message>
        <source>Whose practice is this?</source>
        <translation>Wessen Übung ist das?</translation>
    </message>
    <message>
        <source>Leave it out of the figures…</source>
        <translation>Aus den Werten auslassen…</translation>
    </message>
    <message>
        <source>Let it count</source>
        <translation>Zählen lassen</translation>
    </message>
    <message>
        <source>Bring back from the archive</source>
        <translation>Aus dem Archiv zurückholen</translation>
    </message>
    <message>
        <source>Archive</source>
        <translation>Archivieren</translation>
    </message>
    <message>
        <source>Delete…</source>
        <translation>Löschen…</translation>
    </message>
    <message>
        <source>Move %1 to %2</source>
        <translation>%1 zu %2 verschieben</translation>
    </message>
    <message>
        <source>Archive %1</source>
        <translation>%1 archivieren</translation>
    </message>
    <message>
        <source>Bring back %1</source>
        <translation>%1 zurückholen</translation>
    </message>
    <message>
        <source>Leave it out</source>
        <translation>Auslassen</translation>
    </message>
    <message>
        <source>Why does it not count? (a phone call, the wrong plan …)</source>
        <translation>Warum zählt sie nicht? (ein Anruf, der falsche Plan …)</translation>
    </message>
    <message>
        <source>no reason given</source>
        <translation>kein Grund angegeben</translation>
    </message>
    <message>
        <source>Let %1 count</source>
        <translation>%1 zählen lassen</translation>
    </message>
    <message>
        <source>Leave out %1</source>
        <translation>%1 auslassen</translation>
    </message>
    <message>
        <source>Its recording in Layakari&apos;s folder is deleted when the program is closed.</source>
        <translation>Ihre Aufnahme im Ordner von Layakari wird beim Schließen des Programms gelöscht.</translation>
    </message>
    <message>
        <source>The recording itself stays: %1</source>
        <translation>Die Aufnahme selbst bleibt: %1</translation>
    </message>
    <message>
        <source>Delete %1?</source>
        <translation>%1 löschen?</translation>
    </message>
    <message>
        <source>Delete</source>
        <translation>Löschen</translation>
    </message>
    <message>
        <source>Keep it</source>
        <translation>Behalten</translation>
    </message>
    <message>
        <source>Delete %1</source>
        <translation>%1 löschen</translation>
    </message>
    <message>
        <source>%1: the recording is not there, and without it the sitting cannot be read against another plan; find the recording first</source>
        <translation>%1: Die Aufnahme fehlt, und ohne sie lässt sich die Sitzung nicht gegen einen anderen Plan auswerten; such zuerst die Aufnahme</translation>
    </message>
    <message>
        <source>Change %1</source>
        <translation>%1 ändern</translation>
    </message>
    <message>
        <source>Note %1</source>
        <translation>%1 notieren</translation>
    </message>
    <message>
        <source>Where is %1 now?</source>
        <translation>Wo ist %1 jetzt?</translation>
    </message>
    <message>
        <source>Find the recording of %1</source>
        <translation>Aufnahme von %1 suchen</translation>
    </message>
    <message>
        <source>Its reading, figures and notes are deleted.</source>
        <translation>Auswertung, Werte und Notizen werden gelöscht.</translation>
    </message>
    <message>
        <source>Until the program is closed, Ctrl+Z brings it back. To hide it instead, archive it.</source>
        <translation>Bis das Programm geschlossen wird, bringt Strg+Z sie zurück. Um sie nur auszublenden, archiviere sie.</translation>
    </message>
</context>
<context>
    <name>layakari::SoundStrip</name>
    <message>
        <source>Sound of the chosen row</source>
        <translation>Klang der gewählten Zeile</translation>
    </message>
    <message>
        <source>%1, corrected</source>
        <translation>%1, berichtigt</translation>
    </message>
    <message numerus="yes">
        <source>%1 of %n stroke(s)</source>
        <translation>
            <numerusform>%1 von %n Stoß</numerusform>
            <numerusform>%1 von %n Stößen</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n stroke(s)</source>
        <translation>
            <numerusform>%n Stoß</numerusform>
            <numerusform>%n Stöße</numerusform>
        </translation>
    </message>
    <message>
        <source>%L1 per minute</source>
        <translation>%L1 pro Minute</translation>
    </message>
    <message>
        <source>intervals within %L1 %</source>
        <translation>Abstände auf %L1 % gleich</translation>
    </message>
    <message>
        <source>strength within %L1 dB</source>
        <translation>Stärke auf %L1 dB gleich</translation>
    </message>
    <message>
        <source>%1 (%2 % sure)</source>
        <translation>%1 (zu %2 % sicher)</translation>
    </message>
    <message>
        <source>%1 %L2, target %L3: %L4 s short</source>
        <translation>%1 %L2, Ziel %L3: %L4 s zu kurz</translation>
    </message>
    <message>
        <source>%1 %L2, target %L3: %L4 s long</source>
        <translation>%1 %L2, Ziel %L3: %L4 s zu lang</translation>
    </message>
    <message>
        <source>%1 %L2</source>
        <translation>%1 %L2</translation>
    </message>
    <message>
        <source>%1 %L2 s</source>
        <translation>%1 %L2 s</translation>
    </message>
    <message>
        <source>The recording is missing, so its sound cannot be shown or played.</source>
        <translation>Die Aufnahme fehlt, deshalb lässt sich ihr Klang weder zeigen noch abspielen.</translation>
    </message>
</context>
<context>
    <name>layakari::StaffHead</name>
    <message>
        <source>counts</source>
        <translation>Zählzeiten</translation>
    </message>
    <message>
        <source>seconds</source>
        <translation>Sekunden</translation>
    </message>
    <message>
        <source>accuracy, %</source>
        <translation>Genauigkeit, %</translation>
    </message>
</context>
<context>
    <name>layakari::StaffView</name>
    <message>
        <source>Breath staff: a row for each cycle</source>
        <translation>Atemzeilen: eine für jeden Zyklus</translation>
    </message>
</context>
<context>
    <name>layakari::StrokesForm</name>
    <message>
        <source>Kind of strokes</source>
        <translation>Art der Stöße</translation>
    </message>
    <message>
        <source>bhastrika: in and out</source>
        <translation>Bhastrika: ein und aus</translation>
    </message>
    <message>
        <source>Strokes</source>
        <translation>Stöße</translation>
    </message>
    <message>
        <source>Time of the run</source>
        <translation>Dauer der Serie</translation>
    </message>
    <message>
        <source>s</source>
        <translation>s</translation>
    </message>
    <message>
        <source>Pace</source>
        <translation>Tempo</translation>
    </message>
    <message>
        <source>per minute</source>
        <translation>pro Minute</translation>
    </message>
    <message>
        <source>How the pace goes</source>
        <translation>Verlauf des Tempos</translation>
    </message>
    <message>
        <source>steady</source>
        <translation>gleichmäßig</translation>
    </message>
    <message>
        <source>rising</source>
        <translation>steigend</translation>
    </message>
    <message>
        <source>rising, then falling</source>
        <translation>steigend, dann fallend</translation>
    </message>
    <message>
        <source>%1 strokes in %2, %3 %4</source>
        <translation>%1 Stöße in %2, %3 %4</translation>
    </message>
    <message>
        <source>kapalabhati: sharp &lt;exhales&gt;</source>
        <translation>Kapalabhati: stoßweises &lt;Ausatmen&gt;</translation>
    </message>
</context>
<context>
    <name>layakari::TodayView</name>
    <message>
        <source>Length of a count in seconds</source>
        <translation>Länge einer Zählzeit in Sekunden</translation>
    </message>
    <message>
        <source>s</source>
        <translation>s</translation>
    </message>
    <message>
        <source>How many</source>
        <translation>Wie viele</translation>
    </message>
    <message>
        <source>Practise now</source>
        <translation>Jetzt üben</translation>
    </message>
    <message>
        <source>Add a recording of this…</source>
        <translation>Aufnahme davon hinzufügen…</translation>
    </message>
    <message>
        <source>Choose a recording of this practice; it is read and saved (H)</source>
        <translation>Wähle eine Aufnahme dieser Übung; sie wird ausgewertet und gesichert (H)</translation>
    </message>
    <message>
        <source>Change the plan…</source>
        <translation>Plan ändern…</translation>
    </message>
    <message>
        <source>Back to the proposal</source>
        <translation>Zurück zum Vorschlag</translation>
    </message>
    <message>
        <source>One step easier</source>
        <translation>Eine Stufe leichter</translation>
    </message>
    <message>
        <source>Something gentler for today.</source>
        <translation>Etwas Sanfteres für heute.</translation>
    </message>
    <message>
        <source>One count</source>
        <translation>Eine Zählzeit</translation>
    </message>
    <message>
        <source>Add a person</source>
        <translation>Person hinzufügen</translation>
    </message>
    <message>
        <source>Everyone is archived.</source>
        <translation>Alle sind archiviert.</translation>
    </message>
    <message>
        <source>Bring someone back under People, or add a person.</source>
        <translation>Hol unter Personen jemanden zurück, oder füge jemanden hinzu.</translation>
    </message>
    <message>
        <source>An even breath, 4 : 4, is where most people begin. Only a recording to read? Press 3, or drop it here.</source>
        <translation>Mit einem gleichmäßigen Atem, 4 : 4, fangen die meisten an. Nur eine Aufnahme auswerten? Drück die 3, oder lass sie hier fallen.</translation>
    </message>
    <message>
        <source>Rounds</source>
        <translation>Runden</translation>
    </message>
    <message>
        <source>Cycles</source>
        <translation>Zyklen</translation>
    </message>
    <message>
        <source>%1 today: %2.</source>
        <translation>%1 heute: %2.</translation>
    </message>
    <message>
        <source>by the clock</source>
        <translation>nach der Uhr</translation>
    </message>
    <message>
        <source>as in recent sittings</source>
        <translation>wie in den letzten Sitzungen</translation>
    </message>
    <message>
        <source>%L1 breaths per minute</source>
        <translation>%L1 Atemzüge pro Minute</translation>
    </message>
    <message numerus="yes">
        <source>%1 of strokes, about %n</source>
        <translation>
            <numerusform>%1 lang Stöße, etwa %n</numerusform>
            <numerusform>%1 lang Stöße, etwa %n</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n stroke(s) in %1</source>
        <translation>
            <numerusform>%n Stoß in %1</numerusform>
            <numerusform>%n Stöße in %1</numerusform>
        </translation>
    </message>
    <message>
        <source>a hold as long as is comfortable</source>
        <translation>ein Halten, so lange es angenehm ist</translation>
    </message>
    <message>
        <source>longest hold %L1 s</source>
        <translation>längstes Halten %L1 s</translation>
    </message>
    <message>
        <source>Move on: %1</source>
        <translation>Weitergehen: %1</translation>
    </message>
    <message>
        <source>Practise with cues; it is recorded and measured (Enter)</source>
        <translation>Mit Anleitung üben; es wird aufgenommen und gemessen (Eingabe)</translation>
    </message>
    <message>
        <source>Change a copy; the plan itself stays as it is</source>
        <translation>Eine Kopie ändern; der Plan selbst bleibt, wie er ist</translation>
    </message>
    <message>
        <source>your own count</source>
        <translation>deine eigene</translation>
    </message>
</context>
<context>
    <name>layakari::Tour</name>
    <message>
        <source>Back</source>
        <translation>Zurück</translation>
    </message>
    <message>
        <source>Next</source>
        <translation>Weiter</translation>
    </message>
    <message>
        <source>Leave the tour</source>
        <translation>Rundgang verlassen</translation>
    </message>
    <message>
        <source>Esc</source>
        <translation>Esc</translation>
    </message>
    <message>
        <source>%1 of %2</source>
        <translation>%1 von %2</translation>
    </message>
    <message>
        <source>Done</source>
        <translation>Fertig</translation>
    </message>
</context>
<context>
    <name>layakari::WeekList</name>
    <message>
        <source>%1, %2: %3</source>
        <translation>%1, %2: %3</translation>
    </message>
    <message>
        <source>Who practised this week, the most urgent first</source>
        <translation>Wer diese Woche geübt hat, das Dringendste zuerst</translation>
    </message>
</context>
<context>
    <name>layakari::WelcomePage</name>
    <message>
        <source>Welcome. Are you here for your own practice, or do you teach?</source>
        <translation>Willkommen. Bist du für deine eigene Übung hier, oder unterrichtest du?</translation>
    </message>
    <message>
        <source>My own practice</source>
        <translation>Meine eigene Übung</translation>
    </message>
    <message>
        <source>I teach</source>
        <translation>Ich unterrichte</translation>
    </message>
    <message>
        <source>Try it with a sample first</source>
        <translation>Erst mit dem Beispiel ausprobieren</translation>
    </message>
    <message>
        <source>A short recording is read, and six notes show what there is to see</source>
        <translation>Eine kurze Aufnahme wird ausgewertet, und sechs Notizen zeigen, was es zu sehen gibt</translation>
    </message>
    <message>
        <source>Nothing leaves this machine. Everything you answer here can be changed later.</source>
        <translation>Nichts verlässt dieses Gerät. Alles, was du hier angibst, lässt sich später ändern.</translation>
    </message>
    <message>
        <source>Holding the breath and forced breathing do not suit everyone. Stop if you feel dizzy, panicky or in pain. With a medical condition or in pregnancy, ask your doctor first and practise with a qualified teacher.</source>
        <translation>Den Atem anzuhalten und stoßweise zu atmen ist nicht für alle geeignet. Hör auf, wenn dir schwindlig wird, du Panik spürst oder Schmerzen hast. Bei einer Erkrankung oder in der Schwangerschaft frag zuerst deine Ärztin oder deinen Arzt und übe mit einer ausgebildeten Lehrkraft.</translation>
    </message>
    <message>
        <source>Record yourself, see what you did, and how it changes over weeks.</source>
        <translation>Nimm dich auf, sieh, was du geübt hast, und wie es sich über Wochen verändert.</translation>
    </message>
    <message>
        <source>How do you count?</source>
        <translation>Wie zählst du?</translation>
    </message>
    <message>
        <source>Which words?</source>
        <translation>Welche Wörter?</translation>
    </message>
    <message>
        <source>Begin</source>
        <translation>Beginnen</translation>
    </message>
    <message>
        <source>Back</source>
        <translation>Zurück</translation>
    </message>
    <message>
        <source>Esc</source>
        <translation>Esc</translation>
    </message>
    <message>
        <source>What is your name?</source>
        <translation>Wie heißt du?</translation>
    </message>
    <message>
        <source>Names, one on each line</source>
        <translation>Namen, einer pro Zeile</translation>
    </message>
    <message>
        <source>Names, one on each line; your own too, if you practise</source>
        <translation>Namen, einer pro Zeile; auch deiner, wenn du übst</translation>
    </message>
    <message>
        <source>You can add more at any time.</source>
        <translation>Du kannst jederzeit weitere hinzufügen.</translation>
    </message>
    <message>
        <source>Whom do you teach?</source>
        <translation>Wen unterrichtest du?</translation>
    </message>
    <message>
        <source>Me</source>
        <translation>Ich</translation>
    </message>
    <message>
        <source>Write at least one name.</source>
        <translation>Schreib mindestens einen Namen.</translation>
    </message>
    <message>
        <source>Just read one recording</source>
        <translation>Nur eine Aufnahme auswerten</translation>
    </message>
    <message>
        <source>Recordings of the people you teach, side by side, and what to answer each of them.</source>
        <translation>Aufnahmen von denen, die du unterrichtest, nebeneinander, und was du jedem antwortest.</translation>
    </message>
    <message>
        <source>Your name (you may leave it empty)</source>
        <translation>Dein Name (du kannst ihn weglassen)</translation>
    </message>
</context>
<context>
    <name>layakari::WindowMenu</name>
    <message>
        <source>Menu</source>
        <translation>Menü</translation>
    </message>
    <message>
        <source>Open recent</source>
        <translation>Zuletzt geöffnet</translation>
    </message>
    <message>
        <source>Everything that can be done (F10)</source>
        <translation>Alles, was sich tun lässt (F10)</translation>
    </message>
</context>
</TS>
