<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de" sourcelanguage="en">
<context>
    <name>CubeDialog</name>
    <message>
        <source>Use the display&apos;s own white as the source&apos;s</source>
        <translation>Eigenen Weißpunkt des Bildschirms als den der Quelle benutzen</translation>
    </message>
    <message>
        <source>Include the calibration ramps</source>
        <translation>Kalibrierkurven einrechnen</translation>
    </message>
    <message>
        <source>Make a 3D LUT</source>
        <translation>3D-LUT erstellen</translation>
    </message>
    <message>
        <source>&amp;Source colour space</source>
        <translation>&amp;Quellfarbraum</translation>
    </message>
    <message>
        <source>the source&apos;s own</source>
        <translation>die der Quelle</translation>
    </message>
    <message>
        <source>&amp;Tone curve</source>
        <translation>&amp;Tonwertkurve</translation>
    </message>
    <message>
        <source>&amp;Nodes along each axis</source>
        <translation>&amp;Knoten je Achse</translation>
    </message>
    <message>
        <source> cd/m²</source>
        <translation> cd/m²</translation>
    </message>
    <message>
        <source>maximum of the display</source>
        <translation>Größtwert des Bildschirms</translation>
    </message>
    <message>
        <source>Luminance of white</source>
        <translation>Leuchtdichte von Weiß</translation>
    </message>
</context>
<context>
    <name>QObject</name>
    <message>
        <source>Picture of the bench</source>
        <translation>Bild des Messplatzes</translation>
    </message>
    <message>
        <source>Patches change brightness in a dark room. Nothing flashes, but people with photosensitive epilepsy should not watch; everybody else may look away too.</source>
        <translation>Die Messfelder wechseln im dunklen Raum die Helligkeit. Nichts blitzt, aber Menschen mit fotosensitiver Epilepsie sollten nicht zusehen; auch alle anderen dürfen wegsehen.</translation>
    </message>
    <message>
        <source>Put the instrument where you work, its diffuser facing the room.</source>
        <translation>Das Messgerät an den Arbeitsplatz legen, den Diffusor zum Raum.</translation>
    </message>
    <message>
        <source>Cover off, and over the back of the display as counterweight.</source>
        <translation>Abdeckung ab und als Gegengewicht über die Rückseite des Bildschirms.</translation>
    </message>
    <message>
        <source>Tilt the screen back so that the instrument lies flat in the marked place; no gap seen from the side.</source>
        <translation>Den Bildschirm nach hinten neigen, sodass das Messgerät flach auf der markierten Stelle liegt; seitlich kein Spalt.</translation>
    </message>
    <message>
        <source>Never press on the panel. For displays on walls or ceilings follow local rules for working at height.</source>
        <translation>Nie auf das Panel drücken. Bei Bildschirmen an Wand oder Decke die örtlichen Regeln für Arbeiten in der Höhe beachten.</translation>
    </message>
    <message>
        <source>Compare before and after with pictures you know. Eyes adapt: look away in between, and rest before judging.</source>
        <translation>Vorher und nachher mit bekannten Bildern vergleichen. Augen gewöhnen sich: dazwischen wegsehen und vor dem Urteil ausruhen.</translation>
    </message>
    <message>
        <source>A look checks the eye as much as the screen. About one man in twelve sees some colours differently; this is no medical test.</source>
        <translation>Ein Sichtvergleich prüft das Auge ebenso wie den Schirm. Etwa jeder zwölfte Mann sieht manche Farben anders; dies ist kein medizinischer Test.</translation>
    </message>
    <message>
        <source>Note the menu&apos;s settings on the display&apos;s card: a reset of the display destroys them.</source>
        <translation>Die Menüeinstellungen auf der Karte des Bildschirms notieren: Ein Zurücksetzen löscht sie.</translation>
    </message>
    <message>
        <source>Put the instrument back in a dark, dry place. From now on nobody touches the display&apos;s menu.</source>
        <translation>Das Messgerät dunkel und trocken verwahren. Ab jetzt ändert niemand das Menü des Bildschirms.</translation>
    </message>
    <message>
        <source>within %1</source>
        <translation>innerhalb %1</translation>
    </message>
    <message>
        <source>&lt;b&gt;beyond %1&lt;/b&gt;</source>
        <translation>&lt;b&gt;über %1&lt;/b&gt;</translation>
    </message>
    <message>
        <source>&lt;b&gt;undecided at %1&lt;/b&gt;</source>
        <translation>&lt;b&gt;unentschieden bei %1&lt;/b&gt;</translation>
    </message>
    <message>
        <source>Judged as %1 sees it.</source>
        <translation>Beurteilt, so wie %1 es sieht.</translation>
    </message>
    <message>
        <source>Judged against the standard observer.</source>
        <translation>Beurteilt gegen den Normalbeobachter.</translation>
    </message>
    <message>
        <source>Against the standard observer, at most: %1.</source>
        <translation>Gegen den Normalbeobachter höchstens: %1.</translation>
    </message>
    <message>
        <source>As %1 sees it: %2.</source>
        <translation>So wie %1 es sieht: %2.</translation>
    </message>
    <message>
        <source>no profile in the file: taken for sRGB</source>
        <translation>kein Profil in der Datei: als sRGB verstanden</translation>
    </message>
    <message>
        <source>its profile cannot be used (%1) and it is taken for sRGB</source>
        <translation>sein Profil ist nicht brauchbar (%1), es wird als sRGB verstanden</translation>
    </message>
    <message>
        <source>by its own profile, %1</source>
        <translation>nach seinem eigenen Profil, %1</translation>
    </message>
    <message>
        <source>as a print by %1</source>
        <translation>als Druck mit %1</translation>
    </message>
    <message>
        <source>Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.bmp)</source>
        <translation>Bilder (*.png *.jpg *.jpeg *.tif *.tiff *.bmp)</translation>
    </message>
</context>
<context>
    <name>cli</name>
    <message>
        <source>Tone curves of a matrix profile: auto, parametric or sampled</source>
        <translation>Tonwertkurven eines Matrixprofils: auto, parametric (parametrisch) oder sampled (abgetastet)</translation>
    </message>
    <message>
        <source>Calibrate, profile and verify a display on a bench</source>
        <translation>Einen Bildschirm an einem Messplatz kalibrieren, profilieren und überprüfen</translation>
    </message>
    <message>
        <source>Command that starts the bench</source>
        <translation>Befehl, der den Messplatz startet</translation>
    </message>
    <message>
        <source>Folder for the results</source>
        <translation>Ordner für die Ergebnisse</translation>
    </message>
    <message>
        <source>full; refresh: controls untouched; check: measure only (loads the ramps of --profile-in where none are loaded, and leaves them loaded); profile: describe the display as it is</source>
        <translation>full: vollständig; refresh: Regler unverändert; check: nur messen (lädt die Kalibrierkurven von --profile-in, wo keine geladen sind, und lässt sie geladen); profile: den Bildschirm beschreiben, wie er ist</translation>
    </message>
    <message>
        <source>auto, matrix or lut</source>
        <translation>auto, matrix oder lut</translation>
    </message>
    <message>
        <source>auto, or the number of one of the bench&apos;s instruments</source>
        <translation>auto oder die Nummer eines der Messgeräte des Messplatzes</translation>
    </message>
    <message>
        <source>ICC major version: 2 or 4</source>
        <translation>ICC-Hauptversion: 2 oder 4</translation>
    </message>
    <message>
        <source>Nodes along each axis of a table profile</source>
        <translation>Knoten je Achse eines Tabellenprofils</translation>
    </message>
    <message>
        <source>quick, standard or thorough</source>
        <translation>quick (schnell), standard (normal) oder thorough (gründlich)</translation>
    </message>
    <message>
        <source>The display&apos;s own mode to use</source>
        <translation>Der zu benutzende Modus des Bildschirms</translation>
    </message>
    <message>
        <source>Name of a built-in tolerance, or a JSON file</source>
        <translation>Name einer mitgelieferten Toleranz oder eine JSON-Datei</translation>
    </message>
    <message>
        <source>Where the target is out of reach: keep the white, or keep the luminance</source>
        <translation>Wenn das Ziel unerreichbar ist: white (Weißpunkt) oder luminance (Leuchtdichte) halten</translation>
    </message>
    <message>
        <source>The profile&apos;s description; {display}, {serial}, {white}, {luminance}, {tone}, {date} are filled in</source>
        <translation>Beschreibung des Profils; {display}, {serial}, {white}, {luminance}, {tone}, {date} werden ersetzt</translation>
    </message>
    <message>
        <source>For --task check: the profile to verify</source>
        <translation>Für --task check: das zu prüfende Profil</translation>
    </message>
    <message>
        <source>A correction of your own for this instrument and kind of panel: a JSON file</source>
        <translation>Eine eigene Korrektur für dieses Messgerät und diese Panelart: eine JSON-Datei</translation>
    </message>
    <message>
        <source>Also write whole-visit.json: all of it in one file, for another studio</source>
        <translation>Auch whole-visit.json schreiben: alles in einer Datei, für ein anderes Studio</translation>
    </message>
    <message>
        <source>pdf, html or none</source>
        <translation>pdf, html oder none (keiner)</translation>
    </message>
    <message>
        <source>The visit&apos;s record on standard output</source>
        <translation>Den Datensatz der Sitzung auf die Standardausgabe</translation>
    </message>
    <message>
        <source>CSV, CGATS, CxF or JSON with drives and colours</source>
        <translation>CSV, CGATS, CxF oder JSON mit Ansteuerungen und Farben</translation>
    </message>
    <message>
        <source>What columns are: HEADING=ROLE,...</source>
        <translation>Was Spalten sind: SPALTE=ROLLE,...</translation>
    </message>
    <message>
        <source>The drive that means full: 1, 100, 255, 1023</source>
        <translation>Die volle Ansteuerung: 1, 100, 255, 1023</translation>
    </message>
    <message>
        <source>cd/m² of white, where colours are relative to it</source>
        <translation>cd/m² von Weiß, wenn Farben darauf bezogen sind</translation>
    </message>
    <message>
        <source>Accept guesses where the file leaves something open</source>
        <translation>Vermutungen annehmen, wo die Datei etwas offen lässt</translation>
    </message>
    <message>
        <source>Machine-readable output</source>
        <translation>Maschinenlesbare Ausgabe</translation>
    </message>
    <message>
        <source>Import readings and make a profile and a verdict from them</source>
        <translation>Messungen importieren und daraus Profil und Urteil erstellen</translation>
    </message>
    <message>
        <source>Target of the display: name or JSON file; as the file says, else Photo, where left out</source>
        <translation>Ziel des Bildschirms: Name oder JSON-Datei; ohne Angabe laut Datei, sonst Photo</translation>
    </message>
    <message>
        <source>Tolerance: name or JSON file; as the file says, else studio, where left out</source>
        <translation>Toleranz: Name oder JSON-Datei; ohne Angabe laut Datei, sonst studio</translation>
    </message>
    <message>
        <source>The profile&apos;s description</source>
        <translation>Beschreibung des Profils</translation>
    </message>
    <message>
        <source>Ramps that were loaded while measuring: CSV or one-dimensional .cube</source>
        <translation>Beim Messen geladene Kalibrierkurven: CSV oder eindimensionale .cube-Datei</translation>
    </message>
    <message>
        <source>What the instrument was corrected for (a kind of panel, a matrix, &quot;spectroradiometer&quot;), where the file does not say it</source>
        <translation>Wofür das Messgerät korrigiert war (eine Panelart, eine Matrix, „spectroradiometer“), wenn die Datei es nicht sagt</translation>
    </message>
    <message>
        <source>Convert readings or ramps to another format, by the ending of the new file</source>
        <translation>Messungen oder Kalibrierkurven in ein anderes Format umwandeln, nach der Endung der neuen Datei</translation>
    </message>
    <message>
        <source>New file: .csv, .txt (CGATS), .cxf, .json; ramps: .csv, .cube; of a whole visit also .icc, .pdf, .html</source>
        <translation>Neue Datei: .csv, .txt (CGATS), .cxf, .json; Kalibrierkurven: .csv, .cube; aus einer ganzen Sitzung auch .icc, .pdf, .html</translation>
    </message>
    <message>
        <source>Make a profile again from the readings that it carries</source>
        <translation>Ein Profil aus den enthaltenen Messungen neu erstellen</translation>
    </message>
    <message>
        <source>An ICC profile with readings in it</source>
        <translation>Ein ICC-Profil, das Messungen enthält</translation>
    </message>
    <message>
        <source>The new profile</source>
        <translation>Das neue Profil</translation>
    </message>
    <message>
        <source>auto, matrix or lut; as it was where left out</source>
        <translation>auto, matrix oder lut; ohne Angabe wie bisher</translation>
    </message>
    <message>
        <source>ICC major version: 2 or 4; as it was where left out</source>
        <translation>ICC-Hauptversion: 2 oder 4; ohne Angabe wie bisher</translation>
    </message>
    <message>
        <source>The new profile&apos;s description</source>
        <translation>Beschreibung des neuen Profils</translation>
    </message>
    <message>
        <source>Compare profiles made for the same model elsewhere; name the odd ones out</source>
        <translation>Anderswo für dasselbe Modell gemachte Profile vergleichen und die abweichenden nennen</translation>
    </message>
    <message>
        <source>ICC profiles</source>
        <translation>ICC-Profile</translation>
    </message>
    <message>
        <source>Readings of your own unit without ramps: rank the profiles by real error</source>
        <translation>Messungen des eigenen Geräts ohne Kalibrierkurven: Profile nach wirklichem Fehler ordnen</translation>
    </message>
    <message>
        <source>Command that starts a bench: measure some patches of your own unit for that</source>
        <translation>Befehl, der einen Messplatz startet: dafür einige Felder des eigenen Geräts messen</translation>
    </message>
    <message>
        <source>A 3D LUT from a source space to a display, or back</source>
        <translation>Eine 3D-LUT von einem Quellfarbraum zu einem Bildschirm oder zurück</translation>
    </message>
    <message>
        <source>The display&apos;s profile</source>
        <translation>Das Profil des Bildschirms</translation>
    </message>
    <message>
        <source>The .cube file</source>
        <translation>Die .cube-Datei</translation>
    </message>
    <message>
        <source>The source colour space: </source>
        <translation>Der Quellfarbraum: </translation>
    </message>
    <message>
        <source>srgb, lstar, bt1886 or an exponent; the source&apos;s own where left out</source>
        <translation>srgb, lstar, bt1886 oder ein Exponent; ohne Angabe die der Quelle</translation>
    </message>
    <message>
        <source>cd/m² of the source&apos;s white; the most that the display has where left out</source>
        <translation>cd/m² von Weiß der Quelle; ohne Angabe das Größte, was der Bildschirm hat</translation>
    </message>
    <message>
        <source>Nodes along each axis: 17, 33, 65</source>
        <translation>Knoten je Achse: 17, 33, 65</translation>
    </message>
    <message>
        <source>Use the display&apos;s own white as the source&apos;s</source>
        <translation>Eigenen Weißpunkt des Bildschirms als den der Quelle benutzen</translation>
    </message>
    <message>
        <source>The 3D LUT includes the calibration ramps</source>
        <translation>Die 3D-LUT enthält die Kalibrierkurven</translation>
    </message>
    <message>
        <source>From the display to the space</source>
        <translation>Vom Bildschirm zum Farbraum</translation>
    </message>
    <message>
        <source>A bench whose display holds a 3D LUT: load it and measure through it</source>
        <translation>Ein Messplatz, dessen Bildschirm eine 3D-LUT hat: laden und dadurch messen</translation>
    </message>
    <message>
        <source>How many to measure</source>
        <translation>Wie viele zu messen sind</translation>
    </message>
    <message>
        <source>One output, as RandR names it; all where left out</source>
        <translation>Ein Ausgang mit seinem RandR-Namen; ohne Angabe alle</translation>
    </message>
    <message>
        <source>The X display, such as :0; $DISPLAY where left out</source>
        <translation>Das X-Display wie :0; ohne Angabe $DISPLAY</translation>
    </message>
    <message>
        <source>Apply the installed profiles and their ramps</source>
        <translation>Die installierten Profile und ihre Kalibrierkurven anwenden</translation>
    </message>
    <message>
        <source>Install this profile for the output first</source>
        <translation>Zuerst dieses Profil für den Ausgang installieren</translation>
    </message>
    <message>
        <source>Switch to the output&apos;s next profile first</source>
        <translation>Zuerst zum nächsten Profil des Ausgangs wechseln</translation>
    </message>
    <message>
        <source>Start this at every login: yes or no</source>
        <translation>Bei jeder Anmeldung starten: yes (ja) oder no (nein)</translation>
    </message>
    <message>
        <source>Remove profiles and ramps</source>
        <translation>Profile und Kalibrierkurven entfernen</translation>
    </message>
    <message>
        <source>Which profile is in use, and are its ramps loaded</source>
        <translation>Welches Profil in Gebrauch ist und ob seine Kalibrierkurven geladen sind</translation>
    </message>
    <message>
        <source>Remember profiles and ramps, and restore them when standard input ends</source>
        <translation>Profile und Kalibrierkurven merken und wiederherstellen, wenn die Standardeingabe endet</translation>
    </message>
    <message>
        <source>Serve a simulated display and instrument over the bench protocol</source>
        <translation>Einen simulierten Bildschirm mit Messgerät über das Messplatzprotokoll anbieten</translation>
    </message>
    <message>
        <source>Which one:</source>
        <translation>Welcher:</translation>
    </message>
    <message>
        <source>Seed of the instrument&apos;s noise</source>
        <translation>Startwert für das Rauschen des Messgeräts</translation>
    </message>
    <message>
        <source>Make readings fail: CODE:FROM or CODE:FROM:COUNT, readings counted from 0</source>
        <translation>Messungen scheitern lassen: CODE:VON oder CODE:VON:ANZAHL, gezählt ab 0</translation>
    </message>
    <message>
        <source>A lamp shines on the screen: FROM:SECONDS:CD_M2, on the bench&apos;s clock</source>
        <translation>Eine Lampe scheint auf den Schirm: VON:SEKUNDEN:CD_M2, nach der Uhr des Messplatzes</translation>
    </message>
    <message>
        <source>Share of the room&apos;s light that gets in under the sensor, 0 to 1</source>
        <translation>Anteil des Umgebungslichts, der unter den Sensor gelangt, 0 bis 1</translation>
    </message>
    <message>
        <source>What kind of panel it says it is</source>
        <translation>Welche Panelart er angibt</translation>
    </message>
    <message>
        <source>The colorimeter has no factory corrections</source>
        <translation>Das Kolorimeter hat keine Werkskorrekturen</translation>
    </message>
    <message>
        <source>A spectroradiometer lies beside the colorimeter</source>
        <translation>Neben dem Kolorimeter liegt ein Spektralradiometer</translation>
    </message>
    <message>
        <source>The panel has been on for two hours</source>
        <translation>Das Panel ist seit zwei Stunden an</translation>
    </message>
    <message>
        <source>Offer the instrument only; its panel shows what this computer&apos;s output shows: a name, or first</source>
        <translation>Nur das Messgerät anbieten; sein Panel zeigt, was ein Ausgang dieses Rechners zeigt: ein Name oder first</translation>
    </message>
    <message>
        <source>Errors as JSON; the protocol itself always is</source>
        <translation>Fehler als JSON; das Protokoll selbst ist es immer</translation>
    </message>
    <message>
        <source>Usage</source>
        <translation>Aufruf</translation>
    </message>
    <message>
        <source>OPTIONS</source>
        <translation>OPTIONEN</translation>
    </message>
    <message>
        <source>Options</source>
        <translation>Optionen</translation>
    </message>
    <message>
        <source>Arguments</source>
        <translation>Argumente</translation>
    </message>
    <message>
        <source>Commands</source>
        <translation>Befehle</translation>
    </message>
    <message>
        <source>COMMAND</source>
        <translation>BEFEHL</translation>
    </message>
    <message>
        <source>required</source>
        <translation>erforderlich</translation>
    </message>
    <message>
        <source>Print this help and exit</source>
        <translation>Diese Hilfe ausgeben und beenden</translation>
    </message>
    <message>
        <source>Dutiful Lamp: calibrates, profiles and verifies displays, without a window.</source>
        <translation>Dutiful Lamp: kalibriert, profiliert und überprüft Bildschirme, ohne Fenster.</translation>
    </message>
    <message>
        <source>Print the version and exit</source>
        <translation>Die Version ausgeben und beenden</translation>
    </message>
    <message>
        <source>Language: en or de; the system&apos;s where left out</source>
        <translation>Sprache: en oder de; ohne Angabe die des Systems</translation>
    </message>
    <message>
        <source>What a profile says, and what is wrong with it</source>
        <translation>Was ein Profil sagt und was daran falsch ist</translation>
    </message>
    <message>
        <source>An ICC profile</source>
        <translation>Ein ICC-Profil</translation>
    </message>
    <message>
        <source>The built-in targets</source>
        <translation>Die mitgelieferten Ziele</translation>
    </message>
    <message>
        <source>The built-in tolerances</source>
        <translation>Die mitgelieferten Toleranzen</translation>
    </message>
    <message>
        <source>Space that a table profile&apos;s perceptual intent takes in</source>
        <translation>Farbraum, den die perzeptive Wiedergabe eines Tabellenprofils aufnimmt</translation>
    </message>
    <message>
        <source>Formula of its differences where not the tolerance&apos;s own: CIEDE2000, CIE94, CMC(2:1), ITP</source>
        <translation>Formel ihrer Abstände, wenn nicht die der Toleranz: CIEDE2000, CIE94, CMC(2:1), ITP</translation>
    </message>
    <message>
        <source>visit.json of an earlier visit to this display: how it warms up, and for --task check what changed</source>
        <translation>visit.json einer früheren Sitzung an diesem Bildschirm: wie er warm wird, und für --task check, was sich geändert hat</translation>
    </message>
    <message>
        <source>Something that it does beside the usual:</source>
        <translation>Etwas, das er außer dem Üblichen tut:</translation>
    </message>
    <message>
        <source>Name of a built-in target, or a JSON file; not needed with --match</source>
        <translation>Name eines eingebauten Ziels oder eine JSON-Datei; mit --match nicht nötig</translation>
    </message>
    <message>
        <source>visit.json of another display: aim at its white, luminance and tone</source>
        <translation>visit.json eines anderen Monitors: auf sein Weiß, seine Leuchtdichte und Tonwertkurve zielen</translation>
    </message>
    <message>
        <source>Bench of another display: measure its white first, and aim at that</source>
        <translation>Messplatz eines anderen Monitors: zuerst sein Weiß messen und darauf zielen</translation>
    </message>
    <message>
        <source>Who measures which display when</source>
        <translation>Wer welchen Monitor wann misst</translation>
    </message>
    <message>
        <source>How displays and instruments age, and when a target can no longer be held</source>
        <translation>Wie Bildschirme und Messgeräte altern, und wann ein Ziel nicht mehr zu halten ist</translation>
    </message>
    <message>
        <source>The day that is asked about; today where left out</source>
        <translation>Der Tag, nach dem gefragt wird; sonst heute</translation>
    </message>
    <message>
        <source>Name of a built-in target, or a JSON file; the history&apos;s own where left out</source>
        <translation>Name eines mitgelieferten Ziels oder eine JSON-Datei; sonst das der Verlaufsdatei</translation>
    </message>
    <message>
        <source>How alike displays show the colours that both can show</source>
        <translation>Wie ähnlich Bildschirme die Farben zeigen, die beide zeigen können</translation>
    </message>
    <message>
        <source>CSV of colours: L, a, b (D50) or r, g, b (sRGB)</source>
        <translation>CSV mit Farben: L, a, b (D50) oder r, g, b (sRGB)</translation>
    </message>
    <message>
        <source>A target that all displays of a group can hold</source>
        <translation>Ein Ziel, das alle Bildschirme einer Gruppe halten können</translation>
    </message>
    <message>
        <source>How long it is to be held</source>
        <translation>Wie viele Monate es zu halten ist</translation>
    </message>
    <message>
        <source>CSV: how the displays age</source>
        <translation>CSV: wie die Bildschirme altern</translation>
    </message>
    <message>
        <source>A studio&apos;s displays: what is due, rounds, ageing, agreement</source>
        <translation>Die Bildschirme eines Studios: was fällig ist, Rundgänge, Alterung, Übereinstimmung</translation>
    </message>
    <message>
        <source>CSV: what was measured when; the studio&apos;s where left out</source>
        <translation>CSV: was wann gemessen wurde; sonst das des Studios</translation>
    </message>
    <message>
        <source>Folders of visits, visit.json or whole-visit.json; the studio&apos;s displays where left out</source>
        <translation>Ordner von Sitzungen, visit.json oder whole-visit.json; sonst die Bildschirme des Studios</translation>
    </message>
    <message>
        <source>Which displays are due, and why</source>
        <translation>Welche Bildschirme fällig sind, und warum</translation>
    </message>
    <message>
        <source>Days between visits, of a history in files</source>
        <translation>Tage zwischen Sitzungen, bei einem Verlauf aus Dateien</translation>
    </message>
    <message>
        <source>Do it</source>
        <translation>Es tun</translation>
    </message>
    <message>
        <source>Adds a display, or an assignment that displays have to be right for</source>
        <translation>Fügt einen Bildschirm hinzu oder einen Auftrag, für den Bildschirme stimmen müssen</translation>
    </message>
    <message>
        <source>Its serial number</source>
        <translation>Seine Seriennummer</translation>
    </message>
    <message>
        <source>What it is called</source>
        <translation>Wie er heißt</translation>
    </message>
    <message>
        <source>Make and model</source>
        <translation>Hersteller und Modell</translation>
    </message>
    <message>
        <source>Kind of panel</source>
        <translation>Art des Panels</translation>
    </message>
    <message>
        <source>Where it stands</source>
        <translation>Wo er steht</translation>
    </message>
    <message>
        <source>What it is used for</source>
        <translation>Wofür er gebraucht wird</translation>
    </message>
    <message>
        <source>Days between visits</source>
        <translation>Tage zwischen Sitzungen</translation>
    </message>
    <message>
        <source>An assignment&apos;s name; --on is its day, --serial the display, all where left out</source>
        <translation>Name eines Auftrags; --on ist sein Tag, --serial der Bildschirm, sonst alle</translation>
    </message>
    <message>
        <source>A report of all displays</source>
        <translation>Ein Bericht über alle Bildschirme</translation>
    </message>
    <message>
        <source>File to write: .pdf, .html or .csv</source>
        <translation>Zu schreibende Datei: .pdf, .html oder .csv</translation>
    </message>
    <message>
        <source>The first day of what was done</source>
        <translation>Der erste Tag dessen, was getan wurde</translation>
    </message>
    <message>
        <source>Examines it, and reads every visit</source>
        <translation>Prüft sie und liest jede Sitzung</translation>
    </message>
    <message>
        <source>Writes a whole copy</source>
        <translation>Schreibt eine ganze Kopie</translation>
    </message>
    <message>
        <source>Where to</source>
        <translation>Wohin</translation>
    </message>
    <message>
        <source>The studio: a file, or postgresql://...; the one in use where left out</source>
        <translation>Das Studio: eine Datei oder postgresql://...; ohne Angabe das benutzte</translation>
    </message>
    <message>
        <source>Copies the studio to another file or to a server, and compares every value</source>
        <translation>Kopiert das Studio in eine andere Datei oder auf einen Server und vergleicht jeden Wert</translation>
    </message>
    <message>
        <source>A file that is not there yet, or postgresql://user@server/database</source>
        <translation>Eine Datei, die es noch nicht gibt, oder postgresql://benutzer@server/datenbank</translation>
    </message>
    <message>
        <source>Look for the studio there from now on</source>
        <translation>Das Studio von jetzt an dort suchen</translation>
    </message>
    <message>
        <source>wait for a stable panel, skip, or so many minutes</source>
        <translation>auf einen stabilen Bildschirm warten (wait), nicht warten (skip) oder so viele Minuten</translation>
    </message>
    <message>
        <source>From patch to patch by small steps, for people whom sudden changes disturb</source>
        <translation>Von Farbfeld zu Farbfeld in kleinen Schritten, für Menschen, die plötzliche Wechsel stören</translation>
    </message>
    <message>
        <source>Also write what is due as a calendar (iCalendar)</source>
        <translation>Was fällig ist, auch als Kalender schreiben (iCalendar)</translation>
    </message>
    <message>
        <source>JSON file: people, instruments, rooms, displays, breaks; what is due in the studio where left out</source>
        <translation>JSON-Datei: Personen, Messgeräte, Räume, Bildschirme, Pausen; ohne Angabe das, was im Studio fällig ist</translation>
    </message>
    <message>
        <source>How many people go round the studio</source>
        <translation>Wie viele Personen durch das Studio gehen</translation>
    </message>
    <message>
        <source>By when the round is to be over</source>
        <translation>Nach wie vielen Stunden der Rundgang zu Ende sein soll</translation>
    </message>
    <message>
        <source>Measure beside visits; changes nothing but what is shown</source>
        <translation>Neben den Sitzungen messen; ändert nichts als das Gezeigte</translation>
    </message>
    <message>
        <source>Tone and white that grays are judged against: name of a built-in target, or a JSON file</source>
        <translation>Tonwertkurve und Weiß, nach denen Graustufen beurteilt werden: Name eines eingebauten Ziels oder eine JSON-Datei</translation>
    </message>
    <message>
        <source>Of saturation: share of each corner&apos;s luminance, above 0 to 1</source>
        <translation>Bei saturation: Anteil der Leuchtdichte jeder Ecke, über 0 bis 1</translation>
    </message>
    <message>
        <source>What drives mean where no profile says: sRGB, Display P3, ...</source>
        <translation>Was Ansteuerungen bedeuten, wenn kein Profil es sagt: sRGB, Display P3, ...</translation>
    </message>
    <message>
        <source>Profile that says what drives mean</source>
        <translation>Profil, das sagt, was Ansteuerungen bedeuten</translation>
    </message>
    <message>
        <source>CSV or CGATS of colours: r, g, b, or L, a, b (D50)</source>
        <translation>CSV oder CGATS mit Farben: r, g, b oder L, a, b (D50)</translation>
    </message>
    <message>
        <source>Colours that ship with it: memory, skin, neutrals or surface</source>
        <translation>Mitgelieferte Farben: memory, skin, neutrals oder surface</translation>
    </message>
    <message>
        <source>Of uniformity: 3, 5 or 9 places across and down</source>
        <translation>Bei uniformity: 3, 5 oder 9 Stellen quer und hoch</translation>
    </message>
    <message>
        <source>Seconds that dark patches are averaged</source>
        <translation>Sekunden, über die dunkle Felder gemittelt werden</translation>
    </message>
    <message>
        <source>Of the display&apos;s modes, with commas; all where left out</source>
        <translation>Modi des Bildschirms, mit Kommas; ohne Angabe alle</translation>
    </message>
    <message>
        <source>Of modes: a colour that is off by more discards one, ΔE00</source>
        <translation>Bei modes: Eine Farbe, die weiter abweicht, scheidet einen Modus aus, ΔE00</translation>
    </message>
    <message>
        <source>Number of one of the bench&apos;s instruments</source>
        <translation>Nummer eines Messgeräts des Messplatzes</translation>
    </message>
    <message>
        <source>wait or skip</source>
        <translation>wait oder skip</translation>
    </message>
    <message>
        <source>measurement.json of one that was cut off, to go on with</source>
        <translation>measurement.json einer abgebrochenen Messung, die fortgesetzt wird</translation>
    </message>
    <message>
        <source>Visits, measurements or modes side by side, and which to take</source>
        <translation>Sitzungen, Messungen oder Modi nebeneinander, und welche zu nehmen ist</translation>
    </message>
    <message>
        <source>visit.json or measurement.json, or their folders</source>
        <translation>visit.json oder measurement.json, oder deren Ordner</translation>
    </message>
    <message>
        <source>The colours that are needed</source>
        <translation>Die Farben, die gebraucht werden</translation>
    </message>
    <message>
        <source>A colour that is off by more discards, ΔE00</source>
        <translation>Eine Farbe, die weiter abweicht, scheidet aus, ΔE00</translation>
    </message>
    <message>
        <source>Means that are closer are equal, ΔE00</source>
        <translation>Mittel, die näher liegen, sind gleich, ΔE00</translation>
    </message>
    <message>
        <source>Two measurements of one display by two instruments: how they differ</source>
        <translation>Zwei Messungen eines Bildschirms mit zwei Messgeräten: wie sie sich unterscheiden</translation>
    </message>
    <message>
        <source>With --instruments: write a matrix that takes the second to the first</source>
        <translation>Mit --instruments: eine Matrix schreiben, die das zweite auf das erste bringt</translation>
    </message>
    <message>
        <source>Find what is wrong with a display, against what its last visit left</source>
        <translation>Finden, was an einem Bildschirm falsch ist, gegenüber der letzten Sitzung</translation>
    </message>
    <message>
        <source>Folder of the visit to compare with, visit.json or whole-visit.json; the studio&apos;s newest where left out</source>
        <translation>Ordner der Sitzung zum Vergleichen, visit.json oder whole-visit.json; ohne Angabe die neueste des Studios</translation>
    </message>
    <message>
        <source>Profile that is in use on the display</source>
        <translation>Profil, das am Bildschirm in Gebrauch ist</translation>
    </message>
    <message>
        <source>needed: until a cause is as good as sure; none: the first readings only; all</source>
        <translation>needed: bis eine Ursache so gut wie sicher ist; none: nur die ersten Messungen; all: alle</translation>
    </message>
    <message>
        <source>Folder of a visit to it: ramps, mode and menu stand as that left them</source>
        <translation>Ordner einer Sitzung an ihm: Rampen, Betriebsart und Menü stehen, wie diese sie hinterlassen hat</translation>
    </message>
    <message>
        <source>Something that has happened to it since:</source>
        <translation>Etwas, das seither mit ihm geschehen ist:</translation>
    </message>
    <message>
        <source>Of room: how long</source>
        <translation>Zu room: wie lange</translation>
    </message>
    <message>
        <source>Of room: minutes between two readings</source>
        <translation>Zu room: Minuten zwischen zwei Messungen</translation>
    </message>
    <message>
        <source>Of room: CSV of time, lux, and x, y where known, instead of a bench</source>
        <translation>Zu room: CSV mit Zeit, Lux und, wo bekannt, x, y, statt eines Messplatzes</translation>
    </message>
    <message>
        <source>Of room: lets the screen follow the room by its brightness, as the visit in this folder knows it</source>
        <translation>Zu room: lässt den Bildschirm mit seiner Helligkeit dem Raum folgen, wie die Sitzung in diesem Ordner sie kennt</translation>
    </message>
    <message>
        <source>Lux that a window adds to the room at noon, as the day goes by</source>
        <translation>Lux, die ein Fenster mittags zum Raum beiträgt, während der Tag vergeht</translation>
    </message>
    <message>
        <source>With --daylight: the hour of the day it begins at; now where left out</source>
        <translation>Mit --daylight: die Stunde, zu der es beginnt; ohne Angabe jetzt</translation>
    </message>
    <message>
        <source>Also tell on this desktop, once, where there is something to do</source>
        <translation>Auch auf diesem Desktop sagen, einmal, wo etwas zu tun ist</translation>
    </message>
    <message>
        <source>Where on the screen the instrument lies: X,Y as shares of its width and height; 0.5,0.5 where left out</source>
        <translation>Wo auf dem Bildschirm das Messgerät liegt: X,Y als Anteile von Breite und Höhe; ohne Angabe 0.5,0.5</translation>
    </message>
    <message>
        <source>What people ask: prints too dark, a cast, bands, which mode... answered by what is known</source>
        <translation>Was Leute fragen: zu dunkle Drucke, ein Stich, Streifen, welcher Modus … beantwortet aus dem, was bekannt ist</translation>
    </message>
    <message>
        <source>prints-dark, cast, differ, banding, changed, meter or mode; a list where left out</source>
        <translation>prints-dark, cast, differ, banding, changed, meter oder mode; eine Liste, wo es fehlt</translation>
    </message>
    <message>
        <source>Serial number of the display that is asked about</source>
        <translation>Seriennummer des Bildschirms, nach dem gefragt wird</translation>
    </message>
    <message>
        <source>With differ: serial number of the other one</source>
        <translation>Mit differ: Seriennummer des anderen</translation>
    </message>
    <message>
        <source>Of a whole visit into .pdf or .html: its certificate in place of the report</source>
        <translation>Aus einem ganzen Besuch in .pdf oder .html: sein Zertifikat statt des Berichts</translation>
    </message>
    <message>
        <source>Brings whole visits, measurements, registers and histories into the studio; shows what would change</source>
        <translation>Bringt ganze Besuche, Messungen, Verzeichnisse und Verläufe in das Studio; zeigt, was sich ändern würde</translation>
    </message>
    <message>
        <source>Writes register, history, whole visits, measurements and photographs into a folder</source>
        <translation>Schreibt Verzeichnis, Verlauf, ganze Besuche, Messungen und Fotografien in einen Ordner</translation>
    </message>
    <message>
        <source>The studio&apos;s store: check, backup, move, take a copy along and bring it home</source>
        <translation>Der Speicher des Studios: prüfen, sichern, umziehen, Kopie mitnehmen und heimbringen</translation>
    </message>
    <message>
        <source>Takes a copy along, to work on while the studio is out of reach</source>
        <translation>Nimmt eine Kopie mit, um zu arbeiten, während das Studio nicht erreichbar ist</translation>
    </message>
    <message>
        <source>Brings home what was done in a copy; shows it first</source>
        <translation>Bringt heim, was in einer Kopie getan wurde; zeigt es zuerst</translation>
    </message>
    <message>
        <source>The copy that was taken along</source>
        <translation>Die mitgenommene Kopie</translation>
    </message>
    <message>
        <source>Of what both sides changed, which counts</source>
        <translation>Was gilt, wenn beide Seiten etwas änderten</translation>
    </message>
    <message>
        <source>Says what a user of the server may do with the studio</source>
        <translation>Sagt, was ein Benutzer des Servers mit dem Studio tun darf</translation>
    </message>
    <message>
        <source>That the server knows</source>
        <translation>Den der Server kennt</translation>
    </message>
    <message>
        <source>read, measure (not rooms, plan and name), administer, or none</source>
        <translation>read, measure (nicht Räume, Plan und Name), administer oder none</translation>
    </message>
    <message>
        <source>Also write a report there: a file that ends in .pdf or .html</source>
        <translation>Auch einen Bericht dorthin schreiben: eine Datei, die auf .pdf oder .html endet</translation>
    </message>
    <message>
        <source>With --match or --match-to: what the two were matched by eye at, as fleet export writes it</source>
        <translation>Mit --match oder --match-to: worauf die beiden nach Auge abgeglichen wurden, wie fleet export es schreibt</translation>
    </message>
    <message>
        <source>gray, saturation, colours, uniformity, contrast, stability, hdr, angles, modes or room</source>
        <translation>gray, saturation, colours, uniformity, contrast, stability, hdr, angles, modes oder room</translation>
    </message>
    <message>
        <source>Of gray (21 where left out), of saturation (4: every 25 %) and of hdr (33)</source>
        <translation>Bei gray (21, wo nichts steht), bei saturation (4: alle 25 %) und bei hdr (33)</translation>
    </message>
    <message>
        <source>Of stability: how long (60); of hdr: how long white stays (5; 0 leaves it out)</source>
        <translation>Bei stability: wie lange (60); bei hdr: wie lange Weiß steht (5; 0 lässt es weg)</translation>
    </message>
    <message>
        <source>Of hdr: pq or hlg</source>
        <translation>Bei hdr: pq oder hlg</translation>
    </message>
    <message>
        <source>Of contrast: in the room&apos;s light as well</source>
        <translation>Bei contrast: auch im Licht des Raums</translation>
    </message>
    <message>
        <source>The same: percent of the room&apos;s light that the screen reflects, diffuse</source>
        <translation>Ebenso: Prozent des Raumlichts, die der Schirm diffus zurückwirft</translation>
    </message>
    <message>
        <source>How the display of this serial stands; --out ends in .pdf or .html</source>
        <translation>Wie der Bildschirm mit dieser Seriennummer steht; --out endet auf .pdf oder .html</translation>
    </message>
    <message>
        <source>Lists the studios of a server&apos;s database that you may look at</source>
        <translation>Zählt die Studios in der Datenbank eines Servers auf, die Sie ansehen dürfen</translation>
    </message>
    <message>
        <source>The same: percent from the centre that are even (10, ISO 12646:2015)</source>
        <translation>Dasselbe: Prozent von der Mitte, die gleichmäßig sind (10, ISO 12646:2015)</translation>
    </message>
    <message>
        <source>The same: ΔE00 of white and gray from the centre; not judged where left out</source>
        <translation>Dasselbe: ΔE00 von Weiß und Grau von der Mitte; nicht beurteilt, wo es fehlt</translation>
    </message>
    <message>
        <source>The same: whose limits these are, a standard&apos;s or the house&apos;s</source>
        <translation>Dasselbe: wessen Grenzen das sind, einer Norm oder des Hauses</translation>
    </message>
    <message>
        <source>Serial number or name of the display that visits, readings or measurements are of, where the file does not say it</source>
        <translation>Seriennummer oder Name des Bildschirms, zu dem Besuche, Messwerte oder Messungen gehören, wenn die Datei es nicht sagt</translation>
    </message>
    <message>
        <source>Name of a built-in tolerance, or a JSON file; where left out, what each display of the studio was judged by last, else studio</source>
        <translation>Name einer mitgelieferten Toleranz oder eine JSON-Datei; ohne Angabe die, nach der jeder Bildschirm des Studios zuletzt beurteilt wurde, sonst studio</translation>
    </message>
    <message>
        <source>Folders of these, in any order: whole-visit.json, measurement.json, diagnosis.json; readings; a register or a history as CSV; a register as JSON</source>
        <translation>Ordner damit, in beliebiger Reihenfolge: whole-visit.json, measurement.json, diagnosis.json; Messwerte; ein Verzeichnis oder eine Historie als CSV; ein Verzeichnis als JSON</translation>
    </message>
</context>
<context>
    <name>control</name>
    <message>
        <source>turns by hand</source>
        <translation>Verstellungen von Hand</translation>
    </message>
    <message>
        <source>brightness</source>
        <translation>Helligkeit</translation>
    </message>
    <message>
        <source>contrast</source>
        <translation>Kontrast</translation>
    </message>
    <message>
        <source>red</source>
        <translation>Rot</translation>
    </message>
    <message>
        <source>green</source>
        <translation>Grün</translation>
    </message>
    <message>
        <source>blue</source>
        <translation>Blau</translation>
    </message>
    <message>
        <source>backlight</source>
        <translation>Hintergrundlicht</translation>
    </message>
    <message>
        <source>sharpness</source>
        <translation>Schärfe</translation>
    </message>
    <message>
        <source>saturation</source>
        <translation>Sättigung</translation>
    </message>
    <message>
        <source>hue</source>
        <translation>Farbton</translation>
    </message>
    <message>
        <source>gamma</source>
        <translation>Gamma</translation>
    </message>
</context>
<context>
    <name>data</name>
    <message>
        <source>Photo</source>
        <translation>Foto</translation>
    </message>
    <message>
        <source>For retouching and photographs seen on screens: daylight white, a brightness that suits a dim office.</source>
        <translation>Für Retusche und Fotos am Bildschirm: Tageslichtweiß, eine Helligkeit für ein gedämpftes Büro.</translation>
    </message>
    <message>
        <source>Dim room</source>
        <translation>Dunkler Raum</translation>
    </message>
    <message>
        <source>The same white for a darkened room: less light tires the eye less and keeps prints from coming out dark.</source>
        <translation>Derselbe Weißpunkt für einen abgedunkelten Raum: Weniger Licht ermüdet das Auge weniger und verhindert zu dunkle Drucke.</translation>
    </message>
    <message>
        <source>Print proof</source>
        <translation>Druckproof</translation>
    </message>
    <message>
        <source>Where screen and print lie side by side under a D50 viewing lamp: warm white, even steps of lightness.</source>
        <translation>Wo Bildschirm und Druck unter einer D50-Leuchte nebeneinander liegen: warmes Weiß, gleichmäßige Helligkeitsstufen.</translation>
    </message>
    <message>
        <source>Proofing booth</source>
        <translation>Normlichtkabine</translation>
    </message>
    <message>
        <source>White as bright as paper in a booth of 500 lux with a D50 lamp.</source>
        <translation>Weiß so hell wie Papier in einer Kabine mit 500 Lux und D50-Licht.</translation>
    </message>
    <message>
        <source>Web</source>
        <translation>Web</translation>
    </message>
    <message>
        <source>What most visitors&apos; screens aim at: the sRGB curve and daylight white.</source>
        <translation>Worauf die Bildschirme der meisten Besucher zielen: die sRGB-Kurve und Tageslichtweiß.</translation>
    </message>
    <message>
        <source>Video, dark room</source>
        <translation>Video, dunkler Raum</translation>
    </message>
    <message>
        <source>Grading in the dark: the curve of BT.1886 at the level of reference screens.</source>
        <translation>Farbkorrektur im Dunkeln: die Kurve nach BT.1886 bei der Helligkeit von Referenzbildschirmen.</translation>
    </message>
    <message>
        <source>Video, daylight</source>
        <translation>Video, Tageslicht</translation>
    </message>
    <message>
        <source>Cutting by day: a flatter curve keeps the shadows open in a bright room.</source>
        <translation>Schnitt bei Tag: Eine flachere Kurve hält im hellen Raum die Schatten offen.</translation>
    </message>
    <message>
        <source>Bright office</source>
        <translation>Helles Büro</translation>
    </message>
    <message>
        <source>For a room whose light cannot be lowered.</source>
        <translation>Für einen Raum, dessen Licht sich nicht dämpfen lässt.</translation>
    </message>
    <message>
        <source>As it is</source>
        <translation>Wie er ist</translation>
    </message>
    <message>
        <source>The display&apos;s own white at its full light: for screens whose controls must not be touched.</source>
        <translation>Der eigene Weißpunkt bei vollem Licht: für Bildschirme, deren Regler nicht verändert werden dürfen.</translation>
    </message>
    <message>
        <source>strict</source>
        <translation>streng</translation>
    </message>
    <message>
        <source>For colour that leaves the house: a mean nobody sees, no patch beyond the limit for good.</source>
        <translation>Für Farben, die das Haus verlassen: ein unsichtbares Mittel, kein Feld über der Grenze für gut.</translation>
    </message>
    <message>
        <source>studio</source>
        <translation>Studio</translation>
    </message>
    <message>
        <source>Daily work: hard to see side by side, and no patch at fault.</source>
        <translation>Tägliche Arbeit: nebeneinander kaum zu sehen, und kein Feld fehlerhaft.</translation>
    </message>
    <message>
        <source>relaxed</source>
        <translation>locker</translation>
    </message>
    <message>
        <source>Not for professional work: office screens and laptops.</source>
        <translation>Nicht für Facharbeit: Bürobildschirme und Laptops.</translation>
    </message>
    <message>
        <source>program</source>
        <translation>Programm</translation>
    </message>
    <message>
        <source>colour keeper</source>
        <translation>Farbverantwortliche</translation>
    </message>
</context>
<context>
    <name>lamp::app::AddDisplay</name>
    <message>
        <source>Add a display</source>
        <translation>Bildschirm hinzufügen</translation>
    </message>
    <message>
        <source>&amp;Name</source>
        <translation>&amp;Name</translation>
    </message>
    <message>
        <source>&amp;Room</source>
        <translation>&amp;Raum</translation>
    </message>
    <message>
        <source>Bench command</source>
        <translation>Messplatz-Befehl</translation>
    </message>
    <message>
        <source>Simulated: %1</source>
        <translation>Simuliert: %1</translation>
    </message>
    <message>
        <source>Reached &amp;through</source>
        <translation>&amp;Verbunden über</translation>
    </message>
    <message>
        <source>&amp;Command</source>
        <translation>&amp;Befehl</translation>
    </message>
    <message>
        <source>&amp;Panel</source>
        <translation>&amp;Panel</translation>
    </message>
    <message>
        <source>The one with this window</source>
        <translation>Der mit diesem Fenster</translation>
    </message>
    <message>
        <source>%1: %2</source>
        <translation>%1: %2</translation>
    </message>
    <message>
        <source>&amp;Screen</source>
        <translation>Bild&amp;schirm</translation>
    </message>
    <message>
        <source>A bench command that offers only an instrument is paired with that screen of this computer.</source>
        <translation>Ein Messplatz-Befehl, der nur ein Messgerät bietet, wird mit diesem Bildschirm des Rechners verbunden.</translation>
    </message>
    <message>
        <source>Here</source>
        <translation>Hier</translation>
    </message>
</context>
<context>
    <name>lamp::app::AgeingView</name>
    <message>
        <source>Display</source>
        <translation>Bildschirm</translation>
    </message>
    <message>
        <source>Room</source>
        <translation>Raum</translation>
    </message>
    <message>
        <source>Most, cd/m²</source>
        <translation>Höchstens, cd/m²</translation>
    </message>
    <message>
        <source>% a year</source>
        <translation>% im Jahr</translation>
    </message>
    <message>
        <source>Holds target until</source>
        <translation>Hält Ziel bis</translation>
    </message>
    <message>
        <source>90 %: from</source>
        <translation>90 %: von</translation>
    </message>
    <message>
        <source>to</source>
        <translation>bis</translation>
    </message>
    <message>
        <source>Ended by</source>
        <translation>Begrenzt durch</translation>
    </message>
    <message>
        <source>Check by</source>
        <translation>Prüfen bis</translation>
    </message>
    <message>
        <source>Displays, the first that cannot hold its target first</source>
        <translation>Bildschirme, zuerst der, der sein Ziel als Erster nicht mehr hält</translation>
    </message>
    <message>
        <source>Instrument</source>
        <translation>Messgerät</translation>
    </message>
    <message>
        <source>Luminance, % a year</source>
        <translation>Leuchtdichte, % im Jahr</translation>
    </message>
    <message>
        <source>White, u&apos;v&apos; a year</source>
        <translation>Weiß, u&apos;v&apos; im Jahr</translation>
    </message>
    <message>
        <source>State</source>
        <translation>Zustand</translation>
    </message>
    <message>
        <source>How instruments move</source>
        <translation>Wie sich Messgeräte verändern</translation>
    </message>
    <message>
        <source>That could not be done: %1.</source>
        <translation>Das ist nicht gelungen: %1.</translation>
    </message>
    <message>
        <source>Working out what history says…</source>
        <translation>Auswerten, was der Verlauf sagt …</translation>
    </message>
    <message>
        <source>cannot be told</source>
        <translation>nicht zu sagen</translation>
    </message>
    <message>
        <source>more than ten years</source>
        <translation>über zehn Jahre</translation>
    </message>
    <message>
        <source>later</source>
        <translation>später</translation>
    </message>
    <message>
        <source>No display has a history yet: ageing is worked out from its visits.</source>
        <translation>Noch hat kein Bildschirm eine Vorgeschichte: Die Alterung ergibt sich aus seinen Sitzungen.</translation>
    </message>
    <message>
        <source>First to be replaced: %1, about %2 (%3).</source>
        <translation>Zuerst zu ersetzen: %1, etwa %2 (%3).</translation>
    </message>
    <message>
        <source>No display is foretold to lose its target within ten years.</source>
        <translation>Voraussichtlich verliert kein Bildschirm in zehn Jahren sein Ziel.</translation>
    </message>
    <message>
        <source>%1: white moves by %2 ± %3 u&apos;v&apos; a year.</source>
        <translation>%1: Weiß wandert um %2 ± %3 u&apos;v&apos; im Jahr.</translation>
    </message>
    <message>
        <source>%1 over the years</source>
        <translation>%1 über die Jahre</translation>
    </message>
</context>
<context>
    <name>lamp::app::AnswersView</name>
    <message>
        <source>&amp;Beside</source>
        <translation>&amp;Neben</translation>
    </message>
    <message>
        <source>Questions</source>
        <translation>Fragen</translation>
    </message>
    <message>
        <source>Answer</source>
        <translation>Antwort</translation>
    </message>
    <message>
        <source>That could not be done: %1.</source>
        <translation>Das ist nicht gelungen: %1.</translation>
    </message>
    <message>
        <source>What people ask: %1</source>
        <translation>Was Leute fragen: %1</translation>
    </message>
    <message>
        <source>Looking at what is known…</source>
        <translation>Es wird nachgesehen, was bekannt ist …</translation>
    </message>
</context>
<context>
    <name>lamp::app::Banner</name>
    <message>
        <source>Close</source>
        <translation>Schließen</translation>
    </message>
</context>
<context>
    <name>lamp::app::BenchPanel</name>
    <message>
        <source>Display&apos;s menu: %1</source>
        <translation>Menü des Bildschirms: %1</translation>
    </message>
    <message>
        <source>Set: %1 to %2</source>
        <translation>Einstellen: %1 auf %2</translation>
    </message>
    <message>
        <source>%1, simulated: on for %2%3</source>
        <translation>%1, simuliert: seit %2 an%3</translation>
    </message>
    <message>
        <source>; ramps loaded</source>
        <translation>; Kalibrierkurven geladen</translation>
    </message>
    <message>
        <source>; ramps linear</source>
        <translation>; Kalibrierkurven linear</translation>
    </message>
</context>
<context>
    <name>lamp::app::BoardView</name>
    <message>
        <source>E&amp;xport as CSV…</source>
        <translation>Als CSV e&amp;xportieren …</translation>
    </message>
    <message>
        <source>Displays, the most urgent first</source>
        <translation>Bildschirme, die dringendsten zuerst</translation>
    </message>
    <message>
        <source>Find a display, room or state</source>
        <translation>Bildschirm, Raum oder Zustand suchen</translation>
    </message>
    <message>
        <source>Find</source>
        <translation>Suchen</translation>
    </message>
    <message>
        <source>No display yet: add one with Ctrl+N.</source>
        <translation>Noch kein Bildschirm: Mit Strg+N einen hinzufügen.</translation>
    </message>
    <message>
        <source>Export as CSV</source>
        <translation>Als CSV exportieren</translation>
    </message>
    <message>
        <source>The table is in %1.</source>
        <translation>Die Tabelle ist in %1.</translation>
    </message>
    <message>
        <source>Of more than %1 displays drift is not worked out here: fleet due does.</source>
        <translation>Bei mehr als %1 Bildschirmen wird die Drift hier nicht ausgewertet: fleet due tut es.</translation>
    </message>
    <message>
        <source>Ca&amp;lendar…</source>
        <translation>Ka&amp;lender…</translation>
    </message>
    <message>
        <source>What is due, as a file that calendars read (iCalendar), with a reminder on the day before.</source>
        <translation>Was fällig ist, als Datei, die Kalender lesen (iCalendar), mit einer Erinnerung am Vortag.</translation>
    </message>
    <message>
        <source>Save what is due as a calendar</source>
        <translation>Was fällig ist als Kalender speichern</translation>
    </message>
    <message>
        <source>visits</source>
        <translation>Sitzungen</translation>
    </message>
    <message>
        <source>Calendar (*.ics)</source>
        <translation>Kalender (*.ics)</translation>
    </message>
    <message>
        <source>Edit t&amp;he chosen…</source>
        <translation>Gewä&amp;hlte bearbeiten …</translation>
    </message>
    <message>
        <source>Shift and Ctrl choose several, Ctrl+A all that the search leaves.</source>
        <translation>Umschalt und Strg wählen mehrere, Strg+A alle, die die Suche lässt.</translation>
    </message>
    <message>
        <source>Draw the &amp;plan</source>
        <translation>&amp;Plan zeichnen</translation>
    </message>
    <message>
        <source>&amp;Undo</source>
        <translation>&amp;Rückgängig</translation>
    </message>
    <message>
        <source>La&amp;y out by itself</source>
        <translation>Von selbst an&amp;ordnen</translation>
    </message>
    <message>
        <source>&amp;Plan is drawn</source>
        <translation>&amp;Plan ist gezeichnet</translation>
    </message>
    <message>
        <source>Drag rooms and displays to where they stand, a room&apos;s lower right corner to make it larger, the chosen room&apos;s other corners to shape it; a double click on a wall puts a corner there, on a corner takes it away. By keys: Page Up and Page Down choose, arrow keys move, with Shift they make a room larger; Ctrl+Page Down goes to its corners, Insert puts one, Delete takes it.</source>
        <translation>Räume und Displays dorthin ziehen, wo sie stehen; die untere rechte Ecke eines Raums macht ihn größer, die anderen Ecken des gewählten geben ihm seine Form. Ein Doppelklick auf eine Wand setzt dort eine Ecke, auf eine Ecke nimmt er sie weg. Mit Tasten: Bild auf und Bild ab wählen, Pfeiltasten bewegen, mit Umschalt machen sie einen Raum größer; Strg+Bild ab geht zu seinen Ecken, Einfg setzt eine, Entf nimmt sie weg.</translation>
    </message>
    <message>
        <source>What history says is being worked out: some may be due sooner.</source>
        <translation>Was die Historie sagt, wird noch ausgewertet: manche sind vielleicht früher fällig.</translation>
    </message>
</context>
<context>
    <name>lamp::app::BodyWidget</name>
    <message>
        <source>Gamuts as bodies</source>
        <translation>Farbumfänge als Körper</translation>
    </message>
    <message>
        <source>%1: L* %2, a* %3, b* %4, chroma %5, hue %6°</source>
        <translation>%1: L* %2, a* %3, b* %4, Buntheit %5, Bunttonwinkel %6°</translation>
    </message>
</context>
<context>
    <name>lamp::app::BringHome</name>
    <message>
        <source>changed</source>
        <translation>geändert</translation>
    </message>
    <message>
        <source>&amp;Bring it home</source>
        <translation>&amp;Heimbringen</translation>
    </message>
    <message>
        <source>Bring a copy home</source>
        <translation>Eine Kopie heimbringen</translation>
    </message>
    <message>
        <source>Changed on both sides</source>
        <translation>Auf beiden Seiten geändert</translation>
    </message>
    <message>
        <source>What of it</source>
        <translation>Was daran</translation>
    </message>
    <message>
        <source>When it was taken</source>
        <translation>Bei der Mitnahme</translation>
    </message>
    <message>
        <source>In the copy</source>
        <translation>In der Kopie</translation>
    </message>
    <message>
        <source>At home</source>
        <translation>Zu Hause</translation>
    </message>
    <message>
        <source>What counts</source>
        <translation>Was gilt</translation>
    </message>
    <message>
        <source>Comparing %1 with %2…</source>
        <translation>%1 wird mit %2 verglichen…</translation>
    </message>
    <message>
        <source>%1: %2</source>
        <translation>%1: %2</translation>
    </message>
    <message>
        <source>The copy brings this home; nothing of it was changed here as well.</source>
        <translation>Die Kopie bringt dies heim; nichts davon wurde auch hier geändert.</translation>
    </message>
    <message>
        <source>The copy brings this home. Of what was changed on both sides, choose what counts; the other value is then gone.</source>
        <translation>Die Kopie bringt dies heim. Wählen Sie bei dem, was auf beiden Seiten geändert wurde, was gilt; der andere Wert ist danach weg.</translation>
    </message>
    <message>
        <source>%1 %2</source>
        <translation>%1 %2</translation>
    </message>
    <message>
        <source>What counts: %1, %2</source>
        <translation>Was gilt: %1, %2</translation>
    </message>
    <message>
        <source>Bringing it home…</source>
        <translation>Wird heimgebracht…</translation>
    </message>
    <message>
        <source>Card</source>
        <translation>Karte</translation>
    </message>
</context>
<context>
    <name>lamp::app::BringIn</name>
    <message>
        <source>That could not be done: %1.</source>
        <translation>Das ist nicht gelungen: %1.</translation>
    </message>
    <message>
        <source>Export the visit</source>
        <translation>Sitzung exportieren</translation>
    </message>
    <message>
        <source>Whole visit (*.json)</source>
        <translation>Ganze Sitzung (*.json)</translation>
    </message>
    <message>
        <source>Writing the visit…</source>
        <translation>Sitzung wird geschrieben …</translation>
    </message>
    <message>
        <source>The visit, with its readings and its profile, is in %1. Another studio opens it with Ctrl+O.</source>
        <translation>Die Sitzung mit Messungen und Profil liegt in %1. Ein anderes Studio öffnet sie mit Strg+O.</translation>
    </message>
    <message>
        <source>Open a studio first: targets and tolerances are kept in it.</source>
        <translation>Zuerst ein Studio öffnen: Darin liegen Ziele und Toleranzen.</translation>
    </message>
    <message>
        <source>The target &quot;%1&quot; can be chosen in visits from now on.</source>
        <translation>Das Ziel „%1“ steht ab jetzt in Sitzungen zur Wahl.</translation>
    </message>
    <message>
        <source>Visits can be judged by &quot;%1&quot; from now on: Studio, Settings.</source>
        <translation>Sitzungen können ab jetzt nach „%1“ beurteilt werden: Studio, Einstellungen.</translation>
    </message>
    <message>
        <source>The correction of %1 %2 for %3 is offered in visits that it fits.</source>
        <translation>Die Korrektur von %1 %2 für %3 wird in passenden Sitzungen angeboten.</translation>
    </message>
    <message>
        <source>Open a studio first: a visit belongs to a display.</source>
        <translation>Zuerst ein Studio öffnen: Eine Sitzung gehört zu einem Bildschirm.</translation>
    </message>
    <message>
        <source>This visit of %1 is in the studio already.</source>
        <translation>Diese Sitzung vom %1 ist schon im Studio.</translation>
    </message>
    <message>
        <source>The visit of %1 is in the studio now.</source>
        <translation>Die Sitzung vom %1 ist jetzt im Studio.</translation>
    </message>
    <message>
        <source>Elsewhere</source>
        <translation>Anderswo</translation>
    </message>
    <message>
        <source>Known from imported readings.</source>
        <translation>Bekannt aus importierten Messungen.</translation>
    </message>
    <message>
        <source>Storing the visit…</source>
        <translation>Sitzung wird gespeichert …</translation>
    </message>
    <message>
        <source>Fitting a model to the readings…</source>
        <translation>Ein Modell wird an die Messungen angepasst …</translation>
    </message>
    <message>
        <source>Nothing was imported.</source>
        <translation>Es wurde nichts importiert.</translation>
    </message>
</context>
<context>
    <name>lamp::app::CardView</name>
    <message>
        <source>Nobody has measured this display yet: a full visit takes it from cold to a verified profile, 5 to 10 minutes after warming up.</source>
        <translation>Dieser Bildschirm wurde noch nie gemessen: Eine vollständige Sitzung führt ihn bis zum geprüften Profil, 5 bis 10 Minuten nach dem Aufwärmen.</translation>
    </message>
    <message>
        <source>Its last visit found it out of tolerance: a full visit sets its controls and ramps again.</source>
        <translation>Die letzte Sitzung fand ihn außer Toleranz: Eine vollständige Sitzung stellt Regler und Kalibrierkurven neu ein.</translation>
    </message>
    <message>
        <source>Its last visit was undecided: its worksheet says why. A full visit decides it.</source>
        <translation>Die letzte Sitzung blieb unentschieden: Ihr Arbeitsblatt sagt, warum. Eine vollständige Sitzung entscheidet.</translation>
    </message>
    <message>
        <source>It is overdue. A check (measure only) tells whether it is still in tolerance; a refresh renews ramps and profile without touching the menu.</source>
        <translation>Er ist überfällig. Eine Prüfung (nur messen) zeigt, ob er noch in Toleranz ist; eine Auffrischung erneuert Kalibrierkurven und Profil, ohne das Menü zu ändern.</translation>
    </message>
    <message>
        <source>It is due. A refresh renews ramps and profile without touching the menu.</source>
        <translation>Er ist fällig. Eine Auffrischung erneuert Kalibrierkurven und Profil, ohne das Menü zu ändern.</translation>
    </message>
    <message>
        <source>Nothing to do today; it will be due soon.</source>
        <translation>Heute nichts zu tun; er wird bald fällig.</translation>
    </message>
    <message>
        <source>Nothing to do.</source>
        <translation>Nichts zu tun.</translation>
    </message>
    <message>
        <source>&amp;Full visit</source>
        <translation>&amp;Vollständige Sitzung</translation>
    </message>
    <message>
        <source>&amp;Refresh</source>
        <translation>&amp;Auffrischung</translation>
    </message>
    <message>
        <source>&amp;Check</source>
        <translation>&amp;Prüfung</translation>
    </message>
    <message>
        <source>Date</source>
        <translation>Datum</translation>
    </message>
    <message>
        <source>Visit</source>
        <translation>Sitzung</translation>
    </message>
    <message>
        <source>Result</source>
        <translation>Ergebnis</translation>
    </message>
    <message>
        <source>Readings</source>
        <translation>Messungen</translation>
    </message>
    <message>
        <source>State</source>
        <translation>Zustand</translation>
    </message>
    <message>
        <source>Visits of this display</source>
        <translation>Sitzungen dieses Bildschirms</translation>
    </message>
    <message>
        <source>Visit e&amp;very</source>
        <translation>Sitzung a&amp;lle</translation>
    </message>
    <message>
        <source> days</source>
        <translation> Tage</translation>
    </message>
    <message>
        <source>Enter or a double click opens a visit&apos;s worksheet</source>
        <translation>Eingabetaste oder Doppelklick öffnet das Arbeitsblatt einer Sitzung</translation>
    </message>
    <message>
        <source>%1, serial number %2, panel %3.</source>
        <translation>%1, Seriennummer %2, Panel %3.</translation>
    </message>
    <message>
        <source>unknown</source>
        <translation>unbekannt</translation>
    </message>
    <message>
        <source>finished</source>
        <translation>fertig</translation>
    </message>
    <message>
        <source>running</source>
        <translation>läuft</translation>
    </message>
    <message>
        <source>interrupted</source>
        <translation>unterbrochen</translation>
    </message>
    <message>
        <source>discarded</source>
        <translation>verworfen</translation>
    </message>
    <message>
        <source>Its controls cannot be set by the program.</source>
        <translation>Seine Regler kann das Programm nicht einstellen.</translation>
    </message>
    <message>
        <source>Menu as left: %1.</source>
        <translation>Menü wie hinterlassen: %1.</translation>
    </message>
    <message>
        <source>Luminance</source>
        <translation>Leuchtdichte</translation>
    </message>
    <message>
        <source>target %1</source>
        <translation>Ziel %1</translation>
    </message>
    <message>
        <source>White</source>
        <translation>Weiß</translation>
    </message>
    <message>
        <source>, within %1</source>
        <translation>, bis %1</translation>
    </message>
    <message>
        <source>Contrast</source>
        <translation>Kontrast</translation>
    </message>
    <message>
        <source>black %1</source>
        <translation>Schwarz %1</translation>
    </message>
    <message>
        <source>Gamut</source>
        <translation>Farbumfang</translation>
    </message>
    <message>
        <source>% of sRGB</source>
        <translation>% von sRGB</translation>
    </message>
    <message>
        <source>by volume</source>
        <translation>nach Volumen</translation>
    </message>
    <message>
        <source>Grays</source>
        <translation>Grau</translation>
    </message>
    <message>
        <source>mean, within %1</source>
        <translation>Mittel, bis %1</translation>
    </message>
    <message>
        <source>Colours</source>
        <translation>Farben</translation>
    </message>
    <message>
        <source>Figures as %1 saw them on %2.</source>
        <translation>Werte, wie %1 sie am %2 sah.</translation>
    </message>
    <message>
        <source>Figures against the standard observer, read with %1 on %2.</source>
        <translation>Werte gegen den Normalbeobachter, gemessen mit %1 am %2.</translation>
    </message>
    <message>
        <source>White about its target</source>
        <translation>Weiß um sein Ziel</translation>
    </message>
    <message>
        <source>By its history it may have left its tolerance. A check (measure only) tells; a refresh renews ramps and profile without touching the menu.</source>
        <translation>Nach seiner Historie ist er vielleicht nicht mehr in Toleranz. Eine Prüfung (nur messen) zeigt es; eine Auffrischung erneuert Kalibrierkurven und Profil, ohne das Menü zu ändern.</translation>
    </message>
    <message>
        <source>Nothing to do by its last visit; its history is not worked out yet.</source>
        <translation>Nach der letzten Sitzung ist nichts zu tun; die Historie ist noch nicht ausgewertet.</translation>
    </message>
</context>
<context>
    <name>lamp::app::ChooseDisplay</name>
    <message>
        <source>Choose the display</source>
        <translation>Bildschirm wählen</translation>
    </message>
    <message>
        <source>The file names a %1 without a serial number. Which display was measured on %2?</source>
        <translation>Die Datei nennt einen %1 ohne Seriennummer. Welcher Bildschirm wurde am %2 gemessen?</translation>
    </message>
    <message>
        <source>Displays that may be meant</source>
        <translation>Bildschirme, die gemeint sein können</translation>
    </message>
    <message>
        <source>a new display</source>
        <translation>ein neuer Bildschirm</translation>
    </message>
    <message>
        <source>&amp;Import the visit</source>
        <translation>Besuch &amp;importieren</translation>
    </message>
    <message>
        <source>In the file</source>
        <translation>In der Datei</translation>
    </message>
    <message>
        <source>%1, last visit on %2</source>
        <translation>%1, letzter Besuch am %2</translation>
    </message>
    <message>
        <source>Choose a display. The charts then show both.</source>
        <translation>Wählen Sie einen Bildschirm. Die Diagramme zeigen dann beide.</translation>
    </message>
    <message>
        <source>A new display is added to the studio.</source>
        <translation>Ein neuer Bildschirm wird dem Studio hinzugefügt.</translation>
    </message>
    <message>
        <source>%1 has no visit yet that could be compared.</source>
        <translation>%1 hat noch keinen Besuch zum Vergleichen.</translation>
    </message>
    <message>
        <source>Compare the two charts before you import.</source>
        <translation>Vergleichen Sie die beiden Diagramme vor dem Import.</translation>
    </message>
</context>
<context>
    <name>lamp::app::CompareView</name>
    <message>
        <source>What</source>
        <translation>Was</translation>
    </message>
    <message>
        <source>Mean</source>
        <translation>Mittel</translation>
    </message>
    <message>
        <source>Largest</source>
        <translation>Größte</translation>
    </message>
    <message>
        <source>Uniformity</source>
        <translation>Gleichmaß</translation>
    </message>
    <message>
        <source>Gamut, %</source>
        <translation>Umfang, %</translation>
    </message>
    <message>
        <source>By the rule</source>
        <translation>Urteil</translation>
    </message>
    <message>
        <source>Side by side</source>
        <translation>Nebeneinander</translation>
    </message>
    <message>
        <source>&amp;Keep the correction</source>
        <translation>Korrektur &amp;behalten</translation>
    </message>
    <message>
        <source>What can be compared</source>
        <translation>Was verglichen werden kann</translation>
    </message>
    <message>
        <source>A colour &amp;beyond discards, ΔE00</source>
        <translation>Eine &amp;Farbe darüber scheidet aus, ΔE00</translation>
    </message>
    <message>
        <source>&amp;Means are equal within</source>
        <translation>&amp;Mittel sind gleich innerhalb</translation>
    </message>
    <message>
        <source>&amp;Gamut that the work needs</source>
        <translation>Far&amp;bumfang, den die Arbeit braucht</translation>
    </message>
    <message>
        <source>That could not be done: %1.</source>
        <translation>Das ist nicht gelungen: %1.</translation>
    </message>
    <message>
        <source>Side by side: %1</source>
        <translation>Nebeneinander: %1</translation>
    </message>
    <message>
        <source>%1, %2, by %3</source>
        <translation>%1, %2, mit %3</translation>
    </message>
    <message>
        <source>%1: %2, %3</source>
        <translation>%1: %2, %3</translation>
    </message>
    <message>
        <source>This display</source>
        <translation>Dieser Bildschirm</translation>
    </message>
    <message>
        <source>Nothing of this display can be compared yet: make a visit, or measure its modes beside visits (Ctrl+M).</source>
        <translation>Von diesem Bildschirm lässt sich noch nichts vergleichen: einen Besuch machen, oder seine Modi neben Besuchen messen (Ctrl+M).</translation>
    </message>
    <message>
        <source>Choose what is to be compared at the left: visits, measurements of colours or grays, or one of modes. Measurements of uniformity are added to the display and mode that they are of.</source>
        <translation>Links wählen, was verglichen werden soll: Besuche, Messungen von Farben oder Graus, oder eine von Modi. Messungen der Gleichmäßigkeit kommen zu dem Bildschirm und Modus, von dem sie sind.</translation>
    </message>
    <message>
        <source>Choose %1 at the most: more are not told apart side by side.</source>
        <translation>Höchstens %1 wählen: mehr sind nebeneinander nicht zu unterscheiden.</translation>
    </message>
    <message>
        <source>Comparing…</source>
        <translation>Es wird verglichen …</translation>
    </message>
    <message>
        <source>These are measurements of uniformity only: choose what they belong to as well.</source>
        <translation>Das sind nur Messungen der Gleichmäßigkeit: auch wählen, wozu sie gehören.</translation>
    </message>
    <message>
        <source>%1 ± %2</source>
        <translation>%1 ± %2</translation>
    </message>
    <message>
        <source>Mean, ΔE00</source>
        <translation>Mittel, ΔE00</translation>
    </message>
    <message>
        <source>Largest, ΔE00</source>
        <translation>Größte, ΔE00</translation>
    </message>
    <message>
        <source>Kept: visits to displays of this kind with %1 use it from now on.</source>
        <translation>Behalten: Besuche bei Bildschirmen dieser Art mit %1 verwenden sie von nun an.</translation>
    </message>
    <message>
        <source>%1, %2</source>
        <translation>%1, %2</translation>
    </message>
    <message>
        <source>Uni&amp;formities are equal within</source>
        <translation>Glei&amp;chmäßigkeiten sind gleich innerhalb</translation>
    </message>
</context>
<context>
    <name>lamp::app::DiagnosisView</name>
    <message>
        <source>%1: %2 %</source>
        <translation>%1: %2 %</translation>
    </message>
    <message>
        <source>%1 %</source>
        <translation>%1 %</translation>
    </message>
    <message>
        <source>How strong: %1</source>
        <translation>Wie stark: %1</translation>
    </message>
    <message>
        <source>For it: %1</source>
        <translation>Dafür: %1</translation>
    </message>
    <message>
        <source>Against it: %1</source>
        <translation>Dagegen: %1</translation>
    </message>
    <message>
        <source>What to do: %1</source>
        <translation>Was zu tun ist: %1</translation>
    </message>
    <message>
        <source>Make &amp;all tests</source>
        <translation>&amp;Alle Tests machen</translation>
    </message>
    <message>
        <source>&amp;Look now</source>
        <translation>&amp;Jetzt prüfen</translation>
    </message>
    <message>
        <source>Also where a cause is as good as sure: it takes some six minutes, and finds a second one more often</source>
        <translation>Auch wo eine Ursache so gut wie sicher ist: Es dauert etwa sechs Minuten und findet öfter eine zweite</translation>
    </message>
    <message>
        <source>Causes, the most probable first</source>
        <translation>Ursachen, die wahrscheinlichste zuerst</translation>
    </message>
    <message>
        <source>%1, about %2</source>
        <translation>%1, etwa %2</translation>
    </message>
    <message>
        <source>What is wrong with %1?</source>
        <translation>Was stimmt nicht mit %1?</translation>
    </message>
    <message>
        <source>Some thirty patches are read and held against what its last visit left; then the test is made that tells most for its time, until a cause is as good as sure. It takes one to six minutes. Nothing of the display is changed but what it shows.</source>
        <translation>Etwa dreißig Messfelder werden gemessen und mit dem verglichen, was die letzte Sitzung hinterlassen hat; dann wird der Test gemacht, der in seiner Zeit am meisten sagt, bis eine Ursache so gut wie sicher ist. Es dauert eine bis sechs Minuten. Am Bildschirm wird nichts verändert außer dem, was er zeigt.</translation>
    </message>
    <message>
        <source>St&amp;op</source>
        <translation>St&amp;opp</translation>
    </message>
    <message>
        <source>What was found is in %1.</source>
        <translation>Was gefunden wurde, ist in %1.</translation>
    </message>
</context>
<context>
    <name>lamp::app::EditDisplay</name>
    <message>
        <source>Out of &amp;use: its history stays</source>
        <translation>A&amp;ußer Gebrauch: die Geschichte bleibt</translation>
    </message>
    <message>
        <source>Edit %1</source>
        <translation>%1 bearbeiten</translation>
    </message>
    <message>
        <source>&amp;Name</source>
        <translation>&amp;Name</translation>
    </message>
    <message>
        <source>&amp;Room</source>
        <translation>&amp;Raum</translation>
    </message>
    <message>
        <source>&amp;Make and model</source>
        <translation>&amp;Hersteller und Modell</translation>
    </message>
    <message>
        <source>&amp;Serial number</source>
        <translation>&amp;Seriennummer</translation>
    </message>
    <message>
        <source>&amp;Panel</source>
        <translation>&amp;Panel</translation>
    </message>
    <message>
        <source>not known</source>
        <translation>nicht bekannt</translation>
    </message>
    <message>
        <source>&amp;Bits a channel</source>
        <translation>&amp;Bits je Kanal</translation>
    </message>
    <message>
        <source>Used &amp;for</source>
        <translation>Benutzt &amp;für</translation>
    </message>
    <message>
        <source>0: little</source>
        <translation>0: wenig</translation>
    </message>
    <message>
        <source>&amp;How much depends on it</source>
        <translation>&amp;Wie viel davon abhängt</translation>
    </message>
    <message>
        <source> days</source>
        <translation> Tage</translation>
    </message>
    <message>
        <source>&amp;Visited every</source>
        <translation>Sitzung alle (&amp;V)</translation>
    </message>
    <message>
        <source>N&amp;ote</source>
        <translation>N&amp;otiz</translation>
    </message>
</context>
<context>
    <name>lamp::app::EditLetterhead</name>
    <message>
        <source>&amp;No mark</source>
        <translation>&amp;Kein Zeichen</translation>
    </message>
    <message>
        <source>The studio&apos;s name and mark</source>
        <translation>Name und Zeichen des Studios</translation>
    </message>
    <message>
        <source>&amp;Name</source>
        <translation>&amp;Name</translation>
    </message>
    <message>
        <source>&amp;Choose a picture…</source>
        <translation>&amp;Bild wählen …</translation>
    </message>
    <message>
        <source>Mark</source>
        <translation>Zeichen</translation>
    </message>
    <message>
        <source>Both stand above reports that are made from now on.</source>
        <translation>Beide stehen über Berichten, die von jetzt an gemacht werden.</translation>
    </message>
    <message>
        <source>The studio&apos;s mark</source>
        <translation>Das Zeichen des Studios</translation>
    </message>
    <message>
        <source>Pictures (*.png *.svg *.jpg *.jpeg *.tif *.tiff)</source>
        <translation>Bilder (*.png *.svg *.jpg *.jpeg *.tif *.tiff)</translation>
    </message>
    <message>
        <source>none</source>
        <translation>keines</translation>
    </message>
</context>
<context>
    <name>lamp::app::EditMany</name>
    <message>
        <source>Edit %1 displays</source>
        <translation>%1 Bildschirme bearbeiten</translation>
    </message>
    <message>
        <source>and %1 more</source>
        <translation>und %1 weitere</translation>
    </message>
    <message>
        <source>Only what is ticked changes: %1.</source>
        <translation>Nur was angehakt ist, ändert sich: %1.</translation>
    </message>
    <message>
        <source> days</source>
        <translation> Tage</translation>
    </message>
    <message>
        <source>in use</source>
        <translation>in Gebrauch</translation>
    </message>
    <message>
        <source>out of use: their history stays</source>
        <translation>außer Gebrauch: ihre Geschichte bleibt</translation>
    </message>
    <message>
        <source>&amp;Room</source>
        <translation>&amp;Raum</translation>
    </message>
    <message>
        <source>&amp;Panel</source>
        <translation>&amp;Panel</translation>
    </message>
    <message>
        <source>Used &amp;for</source>
        <translation>Benutzt &amp;für</translation>
    </message>
    <message>
        <source>&amp;How much depends on it</source>
        <translation>&amp;Wie viel davon abhängt</translation>
    </message>
    <message>
        <source>&amp;Visited every</source>
        <translation>Sitzung alle (&amp;V)</translation>
    </message>
    <message>
        <source>&amp;Use</source>
        <translation>&amp;Gebrauch</translation>
    </message>
</context>
<context>
    <name>lamp::app::EvidenceView</name>
    <message>
        <source>Grays</source>
        <translation>Graustufen</translation>
    </message>
    <message>
        <source>Light</source>
        <translation>Licht</translation>
    </message>
    <message>
        <source>Colours</source>
        <translation>Farben</translation>
    </message>
    <message>
        <source>White and primaries</source>
        <translation>Weiß und Primärfarben</translation>
    </message>
    <message>
        <source>Ramps</source>
        <translation>Rampen</translation>
    </message>
    <message>
        <source>One chart &amp;larger</source>
        <translation>Ein Diagramm &amp;größer</translation>
    </message>
    <message>
        <source>&amp;What of it</source>
        <translation>&amp;Was davon</translation>
    </message>
    <message>
        <source>&amp;From</source>
        <translation>&amp;Aus</translation>
    </message>
    <message>
        <source>All its years</source>
        <translation>Alle seine Jahre</translation>
    </message>
    <message>
        <source>%1, %2</source>
        <translation>%1, %2</translation>
    </message>
    <message>
        <source>This visit made no ramps.</source>
        <translation>Diese Sitzung hat keine Rampen gemacht.</translation>
    </message>
    <message>
        <source>Nothing is known of its years yet: visits, and histories that are brought in, show here.</source>
        <translation>Von seinen Jahren ist noch nichts bekannt: Sitzungen und eingelesene Verläufe erscheinen hier.</translation>
    </message>
    <message>
        <source>%1: %2. %3</source>
        <translation>%1, %2: %3 {1:?} {2.?}</translation>
    </message>
    <message>
        <source>%1: %2</source>
        <translation>%1: %2</translation>
    </message>
    <message>
        <source>This visit measured nothing of it.</source>
        <translation>Diese Sitzung hat davon nichts gemessen.</translation>
    </message>
    <message>
        <source>A&amp;ll charts</source>
        <translation>A&amp;lle Diagramme</translation>
    </message>
</context>
<context>
    <name>lamp::app::EyeView</name>
    <message>
        <source>They look the &amp;same</source>
        <translation>&amp;Sehen gleich aus</translation>
    </message>
    <message>
        <source>&amp;Take the last back</source>
        <translation>&amp;Letzte zurücknehmen</translation>
    </message>
    <message>
        <source>&amp;Keep with the pair</source>
        <translation>Beim &amp;Paar behalten</translation>
    </message>
    <message>
        <source>Matched by eye: %1 beside %2</source>
        <translation>Nach Auge abgeglichen: %1 neben %2</translation>
    </message>
    <message>
        <source>Move this window to %1, and the reference&apos;s to %2; sit so that both are seen, in the light that you work in, and rest your eyes before each setting. Arrow keys: left bluer, right yellower, up greener, down pinker; + and − brighter and darker; with Shift in larger steps. Each person sets it three times or more; where it begins is not told.</source>
        <translation>Schieben Sie dieses Fenster auf %1 und das der Referenz auf %2; setzen Sie sich so, dass beide zu sehen sind, im Licht, in dem Sie arbeiten, und ruhen Sie die Augen vor jeder Einstellung aus. Pfeiltasten: links blauer, rechts gelber, oben grüner, unten rosa; + und − heller und dunkler; mit Umschalt in größeren Schritten. Jeder stellt mindestens dreimal ein; wo es beginnt, wird nicht verraten.</translation>
    </message>
    <message>
        <source>&amp;Who looks</source>
        <translation>&amp;Wer schaut</translation>
    </message>
    <message>
        <source>first</source>
        <translation>erste Person</translation>
    </message>
    <message>
        <source>The &amp;reference&apos;s patch</source>
        <translation>Das Feld der &amp;Referenz</translation>
    </message>
    <message>
        <source>&amp;Close</source>
        <translation>&amp;Schließen</translation>
    </message>
    <message>
        <source>The neutral that is set</source>
        <translation>Das Neutral, das eingestellt wird</translation>
    </message>
    <message>
        <source>Say who looks.</source>
        <translation>Sagen Sie, wer schaut.</translation>
    </message>
    <message>
        <source>The display cannot go farther that way.</source>
        <translation>Weiter kann der Bildschirm in diese Richtung nicht.</translation>
    </message>
    <message>
        <source>The reference: %1</source>
        <translation>Die Referenz: %1</translation>
    </message>
    <message>
        <source>%1: settings kept %2, needed %3 or more.</source>
        <translation>%1: %2 Einstellungen behalten, mindestens %3 nötig.</translation>
    </message>
    <message>
        <source>%1 settings would be lost: close once more to drop them.</source>
        <translation>%1 Einstellungen gingen verloren: noch einmal schließen, um sie zu verwerfen.</translation>
    </message>
</context>
<context>
    <name>lamp::app::FigureStrip</name>
    <message>
        <source>What it shows</source>
        <translation>Was er zeigt</translation>
    </message>
</context>
<context>
    <name>lamp::app::FileDesk</name>
    <message>
        <source>That could not be done: %1.</source>
        <translation>Das ist nicht gelungen: %1.</translation>
    </message>
    <message>
        <source>Readings are imported one file at a time.</source>
        <translation>Messungen werden einzeln importiert, Datei für Datei.</translation>
    </message>
    <message>
        <source>Reading the files…</source>
        <translation>Dateien werden gelesen …</translation>
    </message>
    <message>
        <source>Open a studio first: readings are kept as a visit of a display.</source>
        <translation>Zuerst ein Studio öffnen: Messungen werden als Sitzung eines Bildschirms gespeichert.</translation>
    </message>
    <message>
        <source>Inspecting the profile…</source>
        <translation>Profil wird untersucht …</translation>
    </message>
    <message>
        <source>Readings of this unit, taken without ramps</source>
        <translation>Messungen dieses Geräts ohne Kalibrierkurven</translation>
    </message>
    <message>
        <source>Ranking the profiles by the readings…</source>
        <translation>Profile werden nach den Messungen geordnet …</translation>
    </message>
    <message>
        <source>Save the 3D LUT</source>
        <translation>3D-LUT speichern</translation>
    </message>
    <message>
        <source>3D LUT (*.cube)</source>
        <translation>3D-LUT (*.cube)</translation>
    </message>
    <message>
        <source>Making the 3D LUT…</source>
        <translation>3D-LUT wird erstellt …</translation>
    </message>
    <message>
        <source>The 3D LUT is in %1. Its header says tone, white and luminance.</source>
        <translation>Die 3D-LUT liegt in %1. Ihr Kopf nennt Tonwertkurve, Weißpunkt und Leuchtdichte.</translation>
    </message>
    <message>
        <source>Save the profile</source>
        <translation>Profil speichern</translation>
    </message>
    <message>
        <source>ICC profile (*.icc)</source>
        <translation>ICC-Profil (*.icc)</translation>
    </message>
    <message>
        <source>Making the profile again…</source>
        <translation>Profil wird neu erstellt …</translation>
    </message>
    <message>
        <source>Made again from its readings: %1.</source>
        <translation>Aus seinen Messungen neu erstellt: %1.</translation>
    </message>
</context>
<context>
    <name>lamp::app::FleetDesk</name>
    <message>
        <source>&amp;Today</source>
        <translation>Heu&amp;te</translation>
    </message>
    <message>
        <source>F3</source>
        <translation>F3</translation>
    </message>
    <message>
        <source>A day&apos;s &amp;round</source>
        <translation>&amp;Rundgang eines Tages</translation>
    </message>
    <message>
        <source>Ctrl+R</source>
        <translation>Ctrl+R</translation>
    </message>
    <message>
        <source>Which displays &amp;agree</source>
        <translation>Welche Bildschirme ü&amp;bereinstimmen</translation>
    </message>
    <message>
        <source>Ctrl+G</source>
        <translation>Ctrl+G</translation>
    </message>
    <message>
        <source>How displays a&amp;ge</source>
        <translation>Wie Bildschirme &amp;altern</translation>
    </message>
    <message>
        <source>Ctrl+L</source>
        <translation>Ctrl+L</translation>
    </message>
    <message>
        <source>&amp;Instruments</source>
        <translation>&amp;Messgeräte</translation>
    </message>
    <message>
        <source>Ctrl+I</source>
        <translation>Ctrl+I</translation>
    </message>
</context>
<context>
    <name>lamp::app::GamutView</name>
    <message>
        <source>Working out the bodies…</source>
        <translation>Die Körper werden berechnet…</translation>
    </message>
    <message>
        <source>Gamuts as bodies</source>
        <translation>Farbumfänge als Körper</translation>
    </message>
    <message>
        <source>In its &amp;colours</source>
        <translation>In eigenen &amp;Farben</translation>
    </message>
    <message>
        <source>As &amp;lines</source>
        <translation>Als &amp;Linien</translation>
    </message>
    <message>
        <source>&amp;Save the picture…</source>
        <translation>Bild &amp;sichern…</translation>
    </message>
    <message>
        <source>What all of them show</source>
        <translation>Was alle zeigen</translation>
    </message>
    <message>
        <source>none</source>
        <translation>keiner</translation>
    </message>
    <message>
        <source>There is no gamut to show.</source>
        <translation>Es gibt keinen Farbumfang zu zeigen.</translation>
    </message>
    <message>
        <source>, %1 % of what %2 holds</source>
        <translation>, %1 % von dem, was %2 umfasst</translation>
    </message>
    <message>
        <source>. Drag, or press the arrow keys, to turn; the wheel, + and − magnify; Home shows it as at first. Colours beyond sRGB are drawn as near as that comes.</source>
        <translation>. Ziehen oder Pfeiltasten drehen; Rad, + und − vergrößern; Pos1 zeigt es wie zu Beginn. Farben jenseits von sRGB werden so nah gezeichnet, wie es geht.</translation>
    </message>
    <message>
        <source>The picture of the bodies</source>
        <translation>Das Bild der Körper</translation>
    </message>
    <message>
        <source>Pictures (*.png *.svg *.pdf)</source>
        <translation>Bilder (*.png *.svg *.pdf)</translation>
    </message>
    <message>
        <source>The picture is in %1.</source>
        <translation>Das Bild ist in %1.</translation>
    </message>
    <message>
        <source>%1 could not be written.</source>
        <translation>%1 konnte nicht geschrieben werden.</translation>
    </message>
    <message>
        <source>%1 holds %2 thousand cubic ΔE of CIELAB (D50, black taken to zero)</source>
        <translation>%1 umfasst %2 Tausend Kubik-ΔE in CIELAB (D50, Schwarz auf null)</translation>
    </message>
    <message>
        <source>Left out, since their gamut is not known: %1. </source>
        <translation>Ausgelassen, da ihr Farbumfang nicht bekannt ist: %1. </translation>
    </message>
</context>
<context>
    <name>lamp::app::GroupView</name>
    <message>
        <source>An excellent match.</source>
        <translation>Sie stimmen ausgezeichnet überein.</translation>
    </message>
    <message>
        <source>They match.</source>
        <translation>Sie stimmen überein.</translation>
    </message>
    <message>
        <source>They do not match.</source>
        <translation>Sie stimmen nicht überein.</translation>
    </message>
    <message>
        <source>Whether they match is left open by the readings.</source>
        <translation>Ob sie übereinstimmen, lassen die Messungen offen.</translation>
    </message>
    <message>
        <source>Calibrating one to what the other shows takes most of it away.</source>
        <translation>Kalibriert man einen auf das, was der andere zeigt, verschwindet das meiste davon.</translation>
    </message>
    <message>
        <source>Their gamuts differ: no calibration takes that away; critical work stays on the larger one.</source>
        <translation>Ihre Farbumfänge sind verschieden: Das behebt keine Kalibrierung; kritische Arbeit bleibt auf dem größeren.</translation>
    </message>
    <message>
        <source>Part</source>
        <translation>Anteil</translation>
    </message>
    <message>
        <source>ΔE00</source>
        <translation>ΔE00</translation>
    </message>
    <message>
        <source>Why they differ</source>
        <translation>Warum sie abweichen</translation>
    </message>
    <message>
        <source>Display</source>
        <translation>Bildschirm</translation>
    </message>
    <message>
        <source>Most, cd/m²</source>
        <translation>Höchstens, cd/m²</translation>
    </message>
    <message>
        <source>At the end</source>
        <translation>Am Ende</translation>
    </message>
    <message>
        <source>Gives up</source>
        <translation>Verzichtet auf</translation>
    </message>
    <message>
        <source>Levels lost</source>
        <translation>Stufen verloren</translation>
    </message>
    <message>
        <source>Gamut given up</source>
        <translation>Farbumfang verloren</translation>
    </message>
    <message>
        <source>What each display gives up</source>
        <translation>Worauf jeder Bildschirm verzichtet</translation>
    </message>
    <message>
        <source>&amp;Keep as a target</source>
        <translation>Als &amp;Ziel behalten</translation>
    </message>
    <message>
        <source>Displays that are compared</source>
        <translation>Verglichene Bildschirme</translation>
    </message>
    <message>
        <source>Months</source>
        <translation>Monate</translation>
    </message>
    <message>
        <source>That could not be done: %1.</source>
        <translation>Das ist nicht gelungen: %1.</translation>
    </message>
    <message>
        <source>Common target</source>
        <translation>Gemeinsames Ziel</translation>
    </message>
    <message>
        <source>to be held for mo&amp;nths:</source>
        <translation>zu halten für Mo&amp;nate:</translation>
    </message>
    <message>
        <source>Fitting a model to each display&apos;s readings…</source>
        <translation>Ein Modell wird an die Messwerte jedes Bildschirms angepasst …</translation>
    </message>
    <message>
        <source>Comparing displays…</source>
        <translation>Bildschirme werden verglichen …</translation>
    </message>
    <message>
        <source>No display has been visited yet: only what was measured can be compared.</source>
        <translation>Noch wurde kein Bildschirm gemessen: Nur Gemessenes lässt sich vergleichen.</translation>
    </message>
    <message>
        <source>Tick two displays or more to compare them.</source>
        <translation>Haken Sie zum Vergleich zwei oder mehr Bildschirme an.</translation>
    </message>
    <message>
        <source>All %1 pairs agree: no mean difference is above %2.</source>
        <translation>Alle %1 Paare stimmen überein: Kein mittlerer Unterschied liegt über %2.</translation>
    </message>
    <message>
        <source>%1 of %2 pairs agree. Farthest apart: %3 and %4.</source>
        <translation>%1 von %2 Paaren stimmen überein. Am weitesten auseinander: %3 und %4.</translation>
    </message>
    <message>
        <source>%1 % of %2</source>
        <translation>%1 % von %2</translation>
    </message>
    <message>
        <source>Together they show %1 (by volume in CIELAB, black taken to zero).</source>
        <translation>Gemeinsam zeigen sie %1 (nach Volumen in CIELAB, Schwarz auf null gesetzt).</translation>
    </message>
    <message>
        <source>%1 and %2</source>
        <translation>%1 und %2</translation>
    </message>
    <message>
        <source>No colour is within reach of both: nothing can be compared.</source>
        <translation>Keine Farbe erreichen beide: Es gibt nichts zu vergleichen.</translation>
    </message>
    <message>
        <source>as %1 sees them</source>
        <translation>wie %1 sie sieht</translation>
    </message>
    <message>
        <source>as two instruments see them</source>
        <translation>wie zwei Messgeräte sie sehen</translation>
    </message>
    <message>
        <source>Mean %1 ± %2 ΔE00 %3; ± %4 for the standard observer. Largest %5, of %6 colours that both show.</source>
        <translation>Mittel %1 ± %2 ΔE00, %3; ± %4 für den Normalbeobachter. Größter %5, von %6 Farben, die beide zeigen.</translation>
    </message>
    <message>
        <source>%1 shows %2 % of the other&apos;s gamut, %3 %4 %.</source>
        <translation>%1 zeigt %2 % vom Farbumfang des anderen, %3 %4 %.</translation>
    </message>
    <message>
        <source>With one luminance for both: mean %1.</source>
        <translation>Mit einer Leuchtdichte für beide: Mittel %1.</translation>
    </message>
    <message>
        <source>Calibrate “%1” to &amp;match…</source>
        <translation>„%1“ ange&amp;glichen kalibrieren …</translation>
    </message>
    <message>
        <source>A full visit to %1 that aims at what %2 shows.</source>
        <translation>Eine volle Sitzung mit %1, deren Ziel das ist, was %2 zeigt.</translation>
    </message>
    <message>
        <source>%1 %</source>
        <translation>%1 %</translation>
    </message>
    <message>
        <source>Common %1</source>
        <translation>Gemeinsam %1</translation>
    </message>
    <message>
        <source>“%1” is kept: it can be chosen as the target of every visit.</source>
        <translation>„%1“ ist gespeichert und kann in jeder Sitzung als Ziel gewählt werden.</translation>
    </message>
    <message>
        <source>Undo</source>
        <translation>Rückgängig</translation>
    </message>
    <message>
        <source>“%1” is no longer offered.</source>
        <translation>„%1“ wird nicht mehr angeboten.</translation>
    </message>
    <message>
        <source>Only the first %1 of the %2 that are ticked are compared.</source>
        <translation>Nur die ersten %1 der %2 angehakten werden verglichen.</translation>
    </message>
    <message>
        <source>Match by e&amp;ye…</source>
        <translation>Na&amp;ch Auge abgleichen…</translation>
    </message>
    <message>
        <source>Two displays of different light may be read alike and look different: two people set white until both look the same.</source>
        <translation>Zwei Bildschirme mit verschiedenem Licht können gleich messen und verschieden aussehen: Zwei Personen stellen Weiß ein, bis beide gleich aussehen.</translation>
    </message>
    <message>
        <source>By eye, %1:</source>
        <translation>Nach Auge, %1:</translation>
    </message>
    <message>
        <source>Kept with the pair: from now on a calibration of %1 to match sets white off by it.</source>
        <translation>Beim Paar behalten: Von nun an setzt eine angleichende Kalibrierung von %1 das Weiß um so viel ab.</translation>
    </message>
    <message>
        <source>Gamuts as &amp;bodies…</source>
        <translation>Farbumfänge als &amp;Körper…</translation>
    </message>
</context>
<context>
    <name>lamp::app::Guide</name>
    <message>
        <source>Guide</source>
        <translation>Handbuch</translation>
    </message>
    <message>
        <source>Headings</source>
        <translation>Überschriften</translation>
    </message>
</context>
<context>
    <name>lamp::app::HelpMenu</name>
    <message>
        <source>&amp;Help</source>
        <translation>&amp;Hilfe</translation>
    </message>
    <message>
        <source>&amp;Guide</source>
        <translation>Hand&amp;buch</translation>
    </message>
    <message>
        <source>&amp;Keyboard shortcuts</source>
        <translation>&amp;Tastenkürzel</translation>
    </message>
    <message>
        <source>Ctrl+F1</source>
        <translation>Ctrl+F1</translation>
    </message>
    <message>
        <source>&amp;About</source>
        <translation>&amp;Über</translation>
    </message>
    <message>
        <source>Dutiful Lamp %1: calibrates, profiles and verifies displays. Licence GPL-3.0-or-later.</source>
        <translation>Dutiful Lamp %1: kalibriert, profiliert und überprüft Bildschirme. Lizenz GPL-3.0-or-later.</translation>
    </message>
    <message>
        <source>Space continues; digits choose a target or take a tick away; Escape pauses and resumes, E ends the reading early, A takes a reading once more; B switches before and after, S shows both, N the next picture, L a loupe, G gray to rest the eyes on; R opens the report; F3 today, F5 full visit, F6 refresh, F7 check, F2 card, F4 the running visit; F8 before and after on this computer&apos;s output, F9 its next profile; Enter on a line of the worksheet opens or closes it.</source>
        <translation>Leertaste: weiter; Ziffern wählen ein Ziel oder nehmen einen Haken weg; Escape hält an und setzt fort, E beendet das Messen früher, A misst einen Wert noch einmal; B schaltet zwischen vorher und nachher, S zeigt beides, N das nächste Bild, L eine Lupe, G Grau zum Ausruhen der Augen; R öffnet den Bericht; F3 heute, F5 volle Sitzung, F6 Auffrischung, F7 Prüfung, F2 Karte, F4 die laufende Sitzung; F8 vorher und nachher am Ausgang dieses Rechners, F9 sein nächstes Profil; Eingabe auf einer Zeile des Arbeitsblatts öffnet oder schließt sie.</translation>
    </message>
</context>
<context>
    <name>lamp::app::ImportView</name>
    <message>
        <source>a new display</source>
        <translation>ein neuer Bildschirm</translation>
    </message>
    <message>
        <source>the visit&apos;s own target</source>
        <translation>das eigene Ziel der Sitzung</translation>
    </message>
    <message>
        <source>unknown: the verdict will be undecided</source>
        <translation>unbekannt: Das Urteil bleibt unentschieden</translation>
    </message>
    <message>
        <source>corrected for this kind of panel</source>
        <translation>für diese Panelart korrigiert</translation>
    </message>
    <message>
        <source>a spectroradiometer</source>
        <translation>ein Spektralradiometer</translation>
    </message>
    <message>
        <source>corrected for %1</source>
        <translation>korrigiert für %1</translation>
    </message>
    <message>
        <source>&amp;Make profile and verdict</source>
        <translation>&amp;Profil und Urteil erstellen</translation>
    </message>
    <message>
        <source>Readings in the file; the first row says what each column is</source>
        <translation>Messungen in der Datei; die erste Zeile sagt, was jede Spalte ist</translation>
    </message>
    <message>
        <source> cd/m²</source>
        <translation> cd/m²</translation>
    </message>
    <message>
        <source>colours are absolute (cd/m²)</source>
        <translation>Farben sind absolut (cd/m²)</translation>
    </message>
    <message>
        <source>White&apos;s &amp;luminance</source>
        <translation>&amp;Leuchtdichte von Weiß</translation>
    </message>
    <message>
        <source>&amp;Target</source>
        <translation>&amp;Ziel</translation>
    </message>
    <message>
        <source>&amp;Instrument was</source>
        <translation>Messgerät &amp;war</translation>
    </message>
    <message>
        <source>%1 (%2): %3</source>
        <translation>%1 (%2): %3</translation>
    </message>
    <message>
        <source>Role of column %1</source>
        <translation>Rolle von Spalte %1</translation>
    </message>
    <message>
        <source>These are the readings of a visit. Its profile and verdict are made again from them.</source>
        <translation>Das sind die Messungen einer Sitzung. Profil und Urteil werden daraus neu erstellt.</translation>
    </message>
    <message>
        <source>Nothing is unclear. Some of the readings are kept out of the profile to judge it.</source>
        <translation>Alles ist eindeutig. Einige Messungen bleiben außerhalb des Profils und beurteilen es.</translation>
    </message>
    <message>
        <source>Full d&amp;rive is</source>
        <translation>Volle &amp;Ansteuerung ist</translation>
    </message>
    <message>
        <source>Dis&amp;play</source>
        <translation>Bildschi&amp;rm</translation>
    </message>
    <message>
        <source>choose the display</source>
        <translation>Bildschirm wählen</translation>
    </message>
    <message>
        <source>The readings name a display without a serial number. Choose which display was measured.</source>
        <translation>Die Messwerte nennen einen Bildschirm ohne Seriennummer. Wählen Sie, welcher gemessen wurde.</translation>
    </message>
</context>
<context>
    <name>lamp::app::InstalledPanel</name>
    <message>
        <source>A&amp;pply</source>
        <translation>An&amp;wenden</translation>
    </message>
    <message>
        <source>&amp;Next profile (F9)</source>
        <translation>&amp;Nächstes (F9)</translation>
    </message>
    <message>
        <source>Apply at &amp;login</source>
        <translation>Bei An&amp;meldung</translation>
    </message>
    <message>
        <source>Output</source>
        <translation>Ausgang</translation>
    </message>
    <message>
        <source>Output of this computer</source>
        <translation>Ausgang dieses Rechners</translation>
    </message>
    <message>
        <source>There is no X server here, so no profile can be applied.</source>
        <translation>Hier gibt es keinen X-Server; daher kann kein Profil angewendet werden.</translation>
    </message>
    <message>
        <source>Before/&amp;after (F8)</source>
        <translation>Vorher/na&amp;chher (F8)</translation>
    </message>
    <message>
        <source>Re&amp;move</source>
        <translation>&amp;Entfernen</translation>
    </message>
</context>
<context>
    <name>lamp::app::InstrumentsView</name>
    <message>
        <source>Kept dark and dry, cover closed; nothing touches its lens.</source>
        <translation>Dunkel und trocken aufbewahren, Deckel zu; nichts berührt die Linse.</translation>
    </message>
    <message>
        <source>Nobody knows how old its certificate is, so visits count with some years. </source>
        <translation>Niemand weiß, wie alt sein Zertifikat ist; Sitzungen rechnen mit einigen Jahren. </translation>
    </message>
    <message>
        <source>It should be compared with a newer one, or sent in: it was due on %1. </source>
        <translation>Es sollte mit einem neueren verglichen oder eingeschickt werden: Das war am %1 fällig. </translation>
    </message>
    <message>
        <source>To be compared with a newer one, or sent in, by %1. </source>
        <translation>Bis %1 mit einem neueren vergleichen oder einschicken. </translation>
    </message>
    <message>
        <source>&amp;Made on</source>
        <translation>&amp;Gefertigt am</translation>
    </message>
    <message>
        <source>Certi&amp;fied on</source>
        <translation>&amp;Zertifiziert am</translation>
    </message>
    <message>
        <source>Stated accuracy of &amp;x and y</source>
        <translation>&amp;x und y genau auf</translation>
    </message>
    <message>
        <source>Stated accuracy of &amp;luminance</source>
        <translation>&amp;Leuchtdichte genau auf</translation>
    </message>
    <message>
        <source>No lon&amp;ger in use</source>
        <translation>&amp;Nicht mehr im Einsatz</translation>
    </message>
    <message>
        <source>&amp;Keep</source>
        <translation>&amp;Behalten</translation>
    </message>
    <message>
        <source>&amp;Revert</source>
        <translation>&amp;Verwerfen</translation>
    </message>
    <message>
        <source>Technology</source>
        <translation>Technik</translation>
    </message>
    <message>
        <source>Made on</source>
        <translation>Gefertigt am</translation>
    </message>
    <message>
        <source>With</source>
        <translation>Mit</translation>
    </message>
    <message>
        <source>Left, ΔE00</source>
        <translation>Rest, ΔE00</translation>
    </message>
    <message>
        <source>Corrections of this instrument</source>
        <translation>Korrekturen dieses Messgeräts</translation>
    </message>
    <message>
        <source>Instruments</source>
        <translation>Messgeräte</translation>
    </message>
    <message>
        <source>No instrument has been used yet. The first visit writes its card: model, serial number and what it says of itself.</source>
        <translation>Noch wurde kein Messgerät benutzt. Die erste Sitzung legt seine Karte an: Modell, Seriennummer und was es von sich sagt.</translation>
    </message>
    <message>
        <source>Certified on</source>
        <translation>Zertifiziert am</translation>
    </message>
    <message>
        <source>accuracy of x and y</source>
        <translation>Genauigkeit von x und y</translation>
    </message>
    <message>
        <source>accuracy of luminance</source>
        <translation>Genauigkeit der Leuchtdichte</translation>
    </message>
    <message>
        <source>As one standard deviation (k = 1), by its maker or certificate. Visits count with it instead of what is usual of its kind.</source>
        <translation>Als eine Standardabweichung (k = 1), nach Hersteller oder Zertifikat. Sitzungen rechnen damit statt mit dem Üblichen seiner Art.</translation>
    </message>
    <message>
        <source>&amp;Certificate</source>
        <translation>Zertifika&amp;t</translation>
    </message>
    <message>
        <source>N&amp;ote</source>
        <translation>Not&amp;iz</translation>
    </message>
    <message>
        <source>%1 (no longer in use)</source>
        <translation>%1 (nicht mehr im Einsatz)</translation>
    </message>
    <message>
        <source>%1. No finished visit used it.</source>
        <translation>%1. Keine abgeschlossene Sitzung hat es benutzt.</translation>
    </message>
    <message numerus="yes">
        <source>%1. Used in %n visits, last on %2, on %3 displays.</source>
        <translation>
            <numerusform>%1. In %n Sitzung benutzt, zuletzt am %2, an %3 Bildschirmen.</numerusform>
            <numerusform>%1. In %n Sitzungen benutzt, zuletzt am %2, an %3 Bildschirmen.</numerusform>
        </translation>
    </message>
    <message>
        <source>not read</source>
        <translation>nicht gemessen</translation>
    </message>
    <message>
        <source>The card of %1 is kept. Visits from now on count with it.</source>
        <translation>Die Karte von %1 ist gespeichert. Sitzungen rechnen ab jetzt damit.</translation>
    </message>
    <message>
        <source>Undo</source>
        <translation>Rückgängig</translation>
    </message>
</context>
<context>
    <name>lamp::app::LookControls</name>
    <message>
        <source>As a print…</source>
        <translation>Als Druck …</translation>
    </message>
    <message>
        <source>Paper white</source>
        <translation>Papierweiß</translation>
    </message>
    <message>
        <source>Mark what cannot be printed</source>
        <translation>Nicht Druckbares markieren</translation>
    </message>
    <message>
        <source>Open a picture…</source>
        <translation>Bild öffnen …</translation>
    </message>
    <message>
        <source>Choose the ICC profile of a printer and paper; the picture is shown as they would print it.</source>
        <translation>Das ICC-Profil eines Druckers mit Papier wählen; das Bild erscheint, wie sie es drucken würden.</translation>
    </message>
    <message>
        <source>A picture</source>
        <translation>Ein Bild</translation>
    </message>
    <message>
        <source>The profile of a printer</source>
        <translation>Das Profil eines Druckers</translation>
    </message>
    <message>
        <source>ICC profiles (*.icc *.icm)</source>
        <translation>ICC-Profile (*.icc *.icm)</translation>
    </message>
    <message>
        <source>No longer as a print</source>
        <translation>Nicht mehr als Druck</translation>
    </message>
    <message>
        <source>B switches, S shows both, N the next picture, a click magnifies, L brings a loupe, G gray to rest the eyes on before judging.</source>
        <translation>B schaltet um, S zeigt beides, N das nächste Bild, ein Klick vergrößert, L bringt eine Lupe, G Grau, auf dem die Augen vor dem Urteil ausruhen.</translation>
    </message>
</context>
<context>
    <name>lamp::app::LookScreen</name>
    <message>
        <source>Before and after on %1</source>
        <translation>Vorher und nachher an %1</translation>
    </message>
    <message>
        <source>A picture</source>
        <translation>Ein Bild</translation>
    </message>
    <message>
        <source>Before: without profile and ramps. Space: after. N: next picture. L: loupe. G: rest the eyes. O: open one. Esc: back, restoring what was in use.</source>
        <translation>Vorher: ohne Profil und Rampen. Leertaste: nachher. N: nächstes Bild. L: Lupe. G: Augen ausruhen. O: eines öffnen. Esc: zurück, und was in Gebrauch war, steht wieder.</translation>
    </message>
    <message>
        <source>After: through profile and ramps. Space: before. N: next picture. L: loupe. G: rest the eyes. O: open one. Esc: back, restoring what was in use.</source>
        <translation>Nachher: durch Profil und Rampen. Leertaste: vorher. N: nächstes Bild. L: Lupe. G: Augen ausruhen. O: eines öffnen. Esc: zurück, und was in Gebrauch war, steht wieder.</translation>
    </message>
</context>
<context>
    <name>lamp::app::LookView</name>
    <message>
        <source>Before: as the display was found</source>
        <translation>Vorher: wie vorgefunden</translation>
    </message>
    <message>
        <source>After: through profile and ramps</source>
        <translation>Nachher: mit Profil und Kalibrierkurven</translation>
    </message>
    <message>
        <source>Before and after</source>
        <translation>Vorher und nachher</translation>
    </message>
    <message>
        <source>The picture, through profile and ramps</source>
        <translation>Das Bild, durch Profil und Rampen</translation>
    </message>
    <message>
        <source>Its print, through profile and ramps</source>
        <translation>Sein Druck, durch Profil und Rampen</translation>
    </message>
    <message>
        <source>Let the eyes rest: %1 s. Any key or a click ends it.</source>
        <translation>Die Augen ruhen lassen: %1 s. Jede Taste oder ein Klick beendet es.</translation>
    </message>
</context>
<context>
    <name>lamp::app::MainWindow</name>
    <message>
        <source>Dutiful Lamp</source>
        <translation>Dutiful Lamp</translation>
    </message>
    <message>
        <source>&amp;Studio</source>
        <translation>&amp;Studio</translation>
    </message>
    <message>
        <source>&amp;Add a display…</source>
        <translation>Bildschirm &amp;hinzufügen …</translation>
    </message>
    <message>
        <source>Ctrl+N</source>
        <translation>Ctrl+N</translation>
    </message>
    <message>
        <source>&amp;Open profiles or readings…</source>
        <translation>Profile oder Messungen ö&amp;ffnen …</translation>
    </message>
    <message>
        <source>Profiles or readings</source>
        <translation>Profile oder Messungen</translation>
    </message>
    <message>
        <source>&amp;Enter readings by hand…</source>
        <translation>Messungen von Hand &amp;eingeben …</translation>
    </message>
    <message>
        <source>Ctrl+T</source>
        <translation>Ctrl+T</translation>
    </message>
    <message>
        <source>E&amp;xport this visit…</source>
        <translation>Diese Sitzung e&amp;xportieren …</translation>
    </message>
    <message>
        <source>&amp;Settings…</source>
        <translation>Ein&amp;stellungen …</translation>
    </message>
    <message>
        <source>Ctrl+,</source>
        <translation>Ctrl+,</translation>
    </message>
    <message>
        <source>&amp;Quit</source>
        <translation>&amp;Beenden</translation>
    </message>
    <message>
        <source>&amp;Display</source>
        <translation>Bil&amp;dschirm</translation>
    </message>
    <message>
        <source>&amp;Full visit</source>
        <translation>&amp;Vollständige Sitzung</translation>
    </message>
    <message>
        <source>F5</source>
        <translation>F5</translation>
    </message>
    <message>
        <source>&amp;Refresh</source>
        <translation>&amp;Auffrischung</translation>
    </message>
    <message>
        <source>F6</source>
        <translation>F6</translation>
    </message>
    <message>
        <source>&amp;Check</source>
        <translation>&amp;Prüfung</translation>
    </message>
    <message>
        <source>F7</source>
        <translation>F7</translation>
    </message>
    <message>
        <source>&amp;Next profile of this computer&apos;s output</source>
        <translation>&amp;Nächstes Profil am Ausgang dieses Rechners</translation>
    </message>
    <message>
        <source>F9</source>
        <translation>F9</translation>
    </message>
    <message>
        <source>Compare &amp;before and after on this computer&apos;s output</source>
        <translation>Vor&amp;her und nachher am Ausgang dieses Rechners</translation>
    </message>
    <message>
        <source>F8</source>
        <translation>F8</translation>
    </message>
    <message>
        <source>C&amp;ard of the display</source>
        <translation>&amp;Karte des Bildschirms</translation>
    </message>
    <message>
        <source>F2</source>
        <translation>F2</translation>
    </message>
    <message>
        <source>Running &amp;visit</source>
        <translation>&amp;Laufende Sitzung</translation>
    </message>
    <message>
        <source>F4</source>
        <translation>F4</translation>
    </message>
    <message>
        <source>S&amp;urround</source>
        <translation>&amp;Umfeld</translation>
    </message>
    <message>
        <source>&amp;Dim</source>
        <translation>&amp;Dunkel</translation>
    </message>
    <message>
        <source>&amp;Medium</source>
        <translation>&amp;Mittel</translation>
    </message>
    <message>
        <source>&amp;Bright</source>
        <translation>&amp;Hell</translation>
    </message>
    <message>
        <source>That could not be done: %1.</source>
        <translation>Das ist nicht gelungen: %1.</translation>
    </message>
    <message>
        <source>Show</source>
        <translation>Zeigen</translation>
    </message>
    <message>
        <source>Preparing the demo studio: simulated visits of the past months…</source>
        <translation>Demo-Studio wird vorbereitet: simulierte Sitzungen der letzten Monate …</translation>
    </message>
    <message>
        <source>%1 is waiting for you (F4)</source>
        <translation>%1 wartet auf Sie (F4)</translation>
    </message>
    <message>
        <source>Go to the visit (F4)</source>
        <translation>Zur Sitzung (F4)</translation>
    </message>
    <message>
        <source>First open the visit to export: its line on the display&apos;s card.</source>
        <translation>Zuerst die Sitzung öffnen: ihre Zeile auf der Karte des Bildschirms.</translation>
    </message>
    <message>
        <source>&amp;Where it is kept…</source>
        <translation>&amp;Wo es liegt…</translation>
    </message>
    <message>
        <source>&amp;Edit the display…</source>
        <translation>Bildschirm bea&amp;rbeiten…</translation>
    </message>
    <message>
        <source>Ctrl+E</source>
        <translation>Ctrl+E</translation>
    </message>
    <message>
        <source>Fl&amp;eet</source>
        <translation>B&amp;estand</translation>
    </message>
    <message>
        <source>&amp;Measure beside visits</source>
        <translation>Neben Sitzungen &amp;messen</translation>
    </message>
    <message>
        <source>Ctrl+M</source>
        <translation>Ctrl+M</translation>
    </message>
    <message>
        <source>&amp;What is wrong?</source>
        <translation>&amp;Was stimmt nicht?</translation>
    </message>
    <message>
        <source>Ctrl+D</source>
        <translation>Ctrl+D</translation>
    </message>
    <message>
        <source>&amp;Name and mark on reports…</source>
        <translation>&amp;Name und Zeichen auf Berichten …</translation>
    </message>
    <message>
        <source>What people as&amp;k</source>
        <translation>Was Leute fra&amp;gen</translation>
    </message>
    <message>
        <source>Ctrl+K</source>
        <translation>Ctrl+K</translation>
    </message>
    <message>
        <source>&amp;Side by side</source>
        <translation>Neben&amp;einander</translation>
    </message>
    <message>
        <source>Ctrl+B</source>
        <translation>Ctrl+B</translation>
    </message>
    <message>
        <source>&amp;Take a copy along…</source>
        <translation>Eine Kopie &amp;mitnehmen…</translation>
    </message>
    <message>
        <source>&amp;Bring a copy home…</source>
        <translation>Eine Kopie heimbrin&amp;gen…</translation>
    </message>
    <message>
        <source>The display has no profile yet: its gamut is not known.</source>
        <translation>Der Bildschirm hat noch kein Profil: Sein Farbumfang ist nicht bekannt.</translation>
    </message>
    <message>
        <source>&amp;Gamut as a body…</source>
        <translation>Farbumfang als K&amp;örper…</translation>
    </message>
    <message>
        <source>Ctrl+Shift+G</source>
        <translation>Ctrl+Shift+G</translation>
    </message>
    <message>
        <source>Ev&amp;idence</source>
        <translation>Belege ze&amp;igen</translation>
    </message>
    <message>
        <source>Shift+F2</source>
        <translation>Shift+F2</translation>
    </message>
</context>
<context>
    <name>lamp::app::MenuForm</name>
    <message>
        <source>What does the display&apos;s own menu offer? Tick it and say where it stands; it is asked for by name then. Next time it is known.</source>
        <translation>Was bietet das eigene Menü des Bildschirms? Ankreuzen und sagen, wo es steht; danach wird mit Namen gefragt. Beim nächsten Mal ist es bekannt.</translation>
    </message>
    <message>
        <source>stands at</source>
        <translation>steht auf</translation>
    </message>
    <message>
        <source>goes to</source>
        <translation>geht bis</translation>
    </message>
    <message>
        <source>%1 stands at</source>
        <translation>%1 steht auf</translation>
    </message>
    <message>
        <source>%1 goes to</source>
        <translation>%1 geht bis</translation>
    </message>
</context>
<context>
    <name>lamp::app::MoveStudio</name>
    <message>
        <source>&amp;Look there</source>
        <translation>&amp;Nachsehen</translation>
    </message>
    <message>
        <source>&amp;Copy the studio there</source>
        <translation>Studio dorthin &amp;kopieren</translation>
    </message>
    <message>
        <source>&amp;Use that one from now on</source>
        <translation>Von jetzt an &amp;dieses benutzen</translation>
    </message>
    <message>
        <source>Where the studio is kept</source>
        <translation>Wo das Studio liegt</translation>
    </message>
    <message>
        <source>It is kept at %1</source>
        <translation>Es liegt in %1</translation>
    </message>
    <message>
        <source>Another &amp;place</source>
        <translation>Anderer &amp;Ort</translation>
    </message>
    <message>
        <source>A &amp;file…</source>
        <translation>Eine D&amp;atei…</translation>
    </message>
    <message>
        <source>A file for the studio</source>
        <translation>Eine Datei für das Studio</translation>
    </message>
    <message>
        <source>Studio (*.sqlite)</source>
        <translation>Studio (*.sqlite)</translation>
    </message>
    <message>
        <source>That is where it is.</source>
        <translation>Dort liegt es schon.</translation>
    </message>
    <message>
        <source>Nothing is there yet.</source>
        <translation>Dort ist noch nichts.</translation>
    </message>
    <message numerus="yes">
        <source>A studio of %n display(s) is there.</source>
        <translation>
            <numerusform>Dort ist ein Studio mit einem Bildschirm.</numerusform>
            <numerusform>Dort ist ein Studio mit %n Bildschirmen.</numerusform>
        </translation>
    </message>
    <message>
        <source>Looking…</source>
        <translation>Es wird nachgesehen…</translation>
    </message>
    <message>
        <source>All %1 rows are there, and every value is the same. The studio here is left as it is; what is written into one from now on does not arrive in the other.</source>
        <translation>Alle %1 Zeilen sind dort, und jeder Wert ist gleich. Das Studio hier bleibt, wie es ist; was von jetzt an in das eine geschrieben wird, kommt im anderen nicht an.</translation>
    </message>
    <message>
        <source>Copying and comparing…</source>
        <translation>Es wird kopiert und verglichen…</translation>
    </message>
    <message>
        <source>Pass&amp;word</source>
        <translation>Pass&amp;wort</translation>
    </message>
    <message>
        <source>as in the keyring or in ~/.pgpass, or none</source>
        <translation>wie im Schlüsselbund oder in ~/.pgpass, oder keines</translation>
    </message>
    <message>
        <source>A file, or a database of a PostgreSQL server that several workstations share. One database can hold several studios: add studio=NAME behind the question mark. The desktop&apos;s keyring keeps the password, or ~/.pgpass, which only you can read; the program&apos;s files never do.</source>
        <translation>Eine Datei, oder eine Datenbank eines PostgreSQL-Servers, die mehrere Arbeitsplätze teilen. Eine Datenbank kann mehrere Studios halten: studio=NAME hinter das Fragezeichen schreiben. Das Passwort behält der Schlüsselbund der Arbeitsfläche, oder ~/.pgpass, die nur Sie lesen können; die Dateien des Programms nie.</translation>
    </message>
    <message>
        <source>Leave the password out of the place: it has a line of its own.</source>
        <translation>Das Passwort nicht in den Ort schreiben: Es hat eine eigene Zeile.</translation>
    </message>
    <message>
        <source>The database holds these as well: %1.</source>
        <translation>Die Datenbank hält auch diese: %1.</translation>
    </message>
</context>
<context>
    <name>lamp::app::NamedBars</name>
    <message>
        <source>%1 ± %2</source>
        <translation>%1 ± %2</translation>
    </message>
</context>
<context>
    <name>lamp::app::OpenStudio</name>
    <message>
        <source>The studio file was converted to this version. The previous one is kept as %1.</source>
        <translation>Die Studiodatei wurde auf diese Version umgestellt. Die vorige bleibt als %1 erhalten.</translation>
    </message>
    <message>
        <source>%1 Meanwhile the copy that was taken along can be worked on.</source>
        <translation>%1 Inzwischen kann mit der mitgenommenen Kopie gearbeitet werden.</translation>
    </message>
    <message>
        <source>Open the copy</source>
        <translation>Kopie öffnen</translation>
    </message>
    <message>
        <source>This is the copy that was taken along on %1. &quot;Bring a copy home&quot; puts what is done in it into the studio.</source>
        <translation>Das ist die Kopie, die am %1 mitgenommen wurde. „Eine Kopie heimbringen“ bringt ins Studio, was in ihr getan wird.</translation>
    </message>
    <message>
        <source>Set aside and begin a new studio</source>
        <translation>Beiseitelegen und neues Studio beginnen</translation>
    </message>
    <message>
        <source>The damaged studio is now %1. A new studio was begun.</source>
        <translation>Das beschädigte Studio heißt jetzt %1. Ein neues Studio wurde begonnen.</translation>
    </message>
</context>
<context>
    <name>lamp::app::PairMatrix</name>
    <message>
        <source>Mean difference of each two displays</source>
        <translation>Mittlerer Unterschied je zweier Bildschirme</translation>
    </message>
</context>
<context>
    <name>lamp::app::PairMatrixModel</name>
    <message>
        <source>none</source>
        <translation>keine</translation>
    </message>
    <message>
        <source>%1 and %2: mean %3, largest %4 ΔE00</source>
        <translation>%1 und %2: Mittel %3, größter %4 ΔE00</translation>
    </message>
    <message>
        <source>%1 and %2 have no colour in common</source>
        <translation>%1 und %2 haben keine Farbe gemeinsam</translation>
    </message>
</context>
<context>
    <name>lamp::app::PatchWindow</name>
    <message>
        <source>Patch</source>
        <translation>Messfeld</translation>
    </message>
    <message>
        <source>Measuring patch</source>
        <translation>Messfeld</translation>
    </message>
</context>
<context>
    <name>lamp::app::PhotographDialog</name>
    <message>
        <source>&amp;Back</source>
        <translation>&amp;Zurück</translation>
    </message>
    <message>
        <source>&amp;Next</source>
        <translation>&amp;Weiter</translation>
    </message>
    <message>
        <source>Photographs</source>
        <translation>Fotos</translation>
    </message>
    <message>
        <source>What it shows</source>
        <translation>Was es zeigt</translation>
    </message>
    <message>
        <source>&amp;Put away</source>
        <translation>Weg&amp;legen</translation>
    </message>
    <message>
        <source>&amp;Close</source>
        <translation>&amp;Schließen</translation>
    </message>
    <message>
        <source>Photograph of %1</source>
        <translation>Foto vom %1</translation>
    </message>
    <message>
        <source>%1 of %2, of %3</source>
        <translation>%1 von %2, vom %3</translation>
    </message>
</context>
<context>
    <name>lamp::app::Photographs</name>
    <message>
        <source>Ph&amp;otograph…</source>
        <translation>F&amp;oto …</translation>
    </message>
    <message>
        <source>A photograph of the display, its place or its back; files can be dropped here as well.</source>
        <translation>Ein Foto des Bildschirms, seines Platzes oder seiner Rückseite; Dateien können auch hierher gezogen werden.</translation>
    </message>
    <message>
        <source>Photographs of the display</source>
        <translation>Fotos des Bildschirms</translation>
    </message>
    <message>
        <source>Pictures (*.jpg *.jpeg *.png *.webp *.tif *.tiff)</source>
        <translation>Bilder (*.jpg *.jpeg *.png *.webp *.tif *.tiff)</translation>
    </message>
    <message>
        <source>Photograph of %1</source>
        <translation>Foto vom %1</translation>
    </message>
    <message>
        <source>%1, and %2 more</source>
        <translation>%1, und %2 weitere</translation>
    </message>
    <message>
        <source>Reading photographs…</source>
        <translation>Fotos werden gelesen …</translation>
    </message>
    <message>
        <source>The photograph is kept.</source>
        <translation>Das Foto ist aufgenommen.</translation>
    </message>
    <message>
        <source>%1 photographs are kept.</source>
        <translation>%1 Fotos sind aufgenommen.</translation>
    </message>
</context>
<context>
    <name>lamp::app::Pictures</name>
    <message>
        <source>People: skin, hair, cloth in soft light</source>
        <translation>Menschen: Haut, Haar, Stoff in weichem Licht</translation>
    </message>
    <message>
        <source>Still life: saturated colour, gloss, deep shadow</source>
        <translation>Stillleben: satte Farben, Glanz, tiefe Schatten</translation>
    </message>
    <message>
        <source>Coast: sky, haze, greens, water</source>
        <translation>Küste: Himmel, Dunst, Grün, Wasser</translation>
    </message>
    <message>
        <source>Form: black-and-white; no part of it should look tinted</source>
        <translation>Form: Schwarzweiß; nichts davon darf farbig wirken</translation>
    </message>
    <message>
        <source>Chart: fine lines and figures on tinted paper</source>
        <translation>Seekarte: feine Linien und Zahlen auf getöntem Papier</translation>
    </message>
    <message>
        <source>Steps: near black, near white, gradients without bands</source>
        <translation>Stufen: nahe Schwarz, nahe Weiß, Verläufe ohne Streifen</translation>
    </message>
</context>
<context>
    <name>lamp::app::PlacePicture</name>
    <message>
        <source>Where the instrument lies</source>
        <translation>Wo das Messgerät liegt</translation>
    </message>
    <message>
        <source>In the middle of the screen</source>
        <translation>In der Bildschirmmitte</translation>
    </message>
    <message>
        <source>Patch %1 by %2 mm, the panel %3 by %4 mm</source>
        <translation>Feld %1 mal %2 mm, das Panel %3 mal %4 mm</translation>
    </message>
    <message>
        <source>At %1 % of the width and %2 % of the height</source>
        <translation>Bei %1 % der Breite und %2 % der Höhe</translation>
    </message>
    <message>
        <source>%1, on a patch of %2 by %3 mm</source>
        <translation>%1, auf einem Feld von %2 mal %3 mm</translation>
    </message>
    <message>
        <source>1 to 9, or a press: elsewhere.</source>
        <translation>1 bis 9 oder ein Klick: woandershin.</translation>
    </message>
</context>
<context>
    <name>lamp::app::PlacesModel</name>
    <message>
        <source>%1, %2 due</source>
        <translation>%1, %2 fällig</translation>
    </message>
</context>
<context>
    <name>lamp::app::PlacesView</name>
    <message>
        <source>Displays</source>
        <translation>Bildschirme</translation>
    </message>
</context>
<context>
    <name>lamp::app::PlanView</name>
    <message>
        <source>Plan of the rooms</source>
        <translation>Plan der Räume</translation>
    </message>
</context>
<context>
    <name>lamp::app::PlotWidget</name>
    <message>
        <source>Chart of %1; the arrow keys read them out, the menu key offers a table.</source>
        <translation>Diagramm mit %1; die Pfeiltasten lesen sie vor, die Menütaste bietet eine Tabelle.</translation>
    </message>
    <message>
        <source>Show as a &amp;table…</source>
        <translation>Als &amp;Tabelle zeigen …</translation>
    </message>
    <message>
        <source>&amp;Copy picture</source>
        <translation>Bild &amp;kopieren</translation>
    </message>
    <message>
        <source>Copy &amp;data (CSV)</source>
        <translation>&amp;Daten kopieren (CSV)</translation>
    </message>
    <message>
        <source>&amp;Save as SVG, PDF, PNG or CSV…</source>
        <translation>Als SVG, PDF, PNG oder CSV &amp;speichern …</translation>
    </message>
    <message>
        <source>Zoom in (+)</source>
        <translation>Vergrößern (+)</translation>
    </message>
    <message>
        <source>Show &amp;all (0)</source>
        <translation>&amp;Alles zeigen (0)</translation>
    </message>
    <message>
        <source>The file&apos;s name has to end in .svg, .pdf, .png or .csv.</source>
        <translation>Der Dateiname muss auf .svg, .pdf, .png oder .csv enden.</translation>
    </message>
    <message>
        <source>Save the chart</source>
        <translation>Diagramm speichern</translation>
    </message>
    <message>
        <source>Pictures and data (*.svg *.pdf *.png *.csv)</source>
        <translation>Bilder und Daten (*.svg *.pdf *.png *.csv)</translation>
    </message>
    <message>
        <source>Series</source>
        <translation>Reihe</translation>
    </message>
    <message>
        <source>± (k = 2)</source>
        <translation>± (k = 2)</translation>
    </message>
    <message>
        <source>In words</source>
        <translation>In Worten</translation>
    </message>
</context>
<context>
    <name>lamp::app::ProfileView</name>
    <message>
        <source>in &amp;x, y instead of u′, v′</source>
        <translation>in &amp;x, y statt u′, v′</translation>
    </message>
    <message>
        <source>Tag</source>
        <translation>Tag</translation>
    </message>
    <message>
        <source>Meaning</source>
        <translation>Bedeutung</translation>
    </message>
    <message>
        <source>Type</source>
        <translation>Typ</translation>
    </message>
    <message>
        <source>Bytes</source>
        <translation>Byte</translation>
    </message>
    <message>
        <source>Tags of the profile</source>
        <translation>Tags des Profils</translation>
    </message>
    <message>
        <source>&amp;Install for an output…</source>
        <translation>Für Ausgang &amp;installieren …</translation>
    </message>
    <message>
        <source>Make a 3D &amp;LUT…</source>
        <translation>3D-&amp;LUT erstellen …</translation>
    </message>
    <message>
        <source>Make it &amp;again from its readings…</source>
        <translation>Aus Messungen &amp;neu erstellen …</translation>
    </message>
    <message>
        <source>A faulty profile cannot be installed.</source>
        <translation>Ein fehlerhaftes Profil wird nicht installiert.</translation>
    </message>
    <message>
        <source>Nothing wrong was found.</source>
        <translation>Es wurde nichts Falsches gefunden.</translation>
    </message>
</context>
<context>
    <name>lamp::app::ProgressBar</name>
    <message>
        <source>Demo time</source>
        <translation>Demozeit</translation>
    </message>
    <message>
        <source>Cancel</source>
        <translation>Abbrechen</translation>
    </message>
    <message>
        <source>real time</source>
        <translation>Echtzeit</translation>
    </message>
    <message>
        <source>fastest</source>
        <translation>am schnellsten</translation>
    </message>
    <message>
        <source>Speed of demo time</source>
        <translation>Tempo der Demozeit</translation>
    </message>
    <message>
        <source>Resume (Esc)</source>
        <translation>Fortsetzen (Esc)</translation>
    </message>
    <message>
        <source>Pause (Esc)</source>
        <translation>Pause (Esc)</translation>
    </message>
    <message>
        <source>Progress</source>
        <translation>Fortschritt</translation>
    </message>
    <message>
        <source>%1: about %2 left</source>
        <translation>%1: noch etwa %2</translation>
    </message>
    <message>
        <source>Visit finished: %1</source>
        <translation>Sitzung fertig: %1</translation>
    </message>
    <message>
        <source>Visit stopped; its readings are kept.</source>
        <translation>Sitzung angehalten; ihre Messungen bleiben erhalten.</translation>
    </message>
    <message>
        <source>Visit stopped by a fault.</source>
        <translation>Sitzung durch einen Fehler angehalten.</translation>
    </message>
</context>
<context>
    <name>lamp::app::Ranking</name>
    <message>
        <source>Stopped. The profiles are not ranked by these readings.</source>
        <translation>Angehalten. Die Profile werden nicht nach diesen Messungen geordnet.</translation>
    </message>
</context>
<context>
    <name>lamp::app::ReadingPanel</name>
    <message>
        <source>Reading</source>
        <translation>Messung</translation>
    </message>
    <message>
        <source>No reading yet</source>
        <translation>Noch keine Messung</translation>
    </message>
    <message>
        <source>Reading %1: %2</source>
        <translation>Messung %1: %2</translation>
    </message>
    <message>
        <source>lux</source>
        <translation>Lux</translation>
    </message>
    <message>
        <source>cd/m²</source>
        <translation>cd/m²</translation>
    </message>
    <message>
        <source>below %1 %2</source>
        <translation>unter %1 %2</translation>
    </message>
    <message>
        <source>± %1 %2 (k = 2)</source>
        <translation>± %1 %2 (k = 2)</translation>
    </message>
    <message>
        <source>Δu′v′ %1 from %2; </source>
        <translation>Δu′v′ %1 von %2; </translation>
    </message>
    <message>
        <source>%1 cd/m² %2 target; </source>
        <translation>%1 cd/m² %2 dem Ziel; </translation>
    </message>
    <message>
        <source>above</source>
        <translation>über</translation>
    </message>
    <message>
        <source>below</source>
        <translation>unter</translation>
    </message>
    <message>
        <source>Why %1? %2</source>
        <translation>Warum %1? %2</translation>
    </message>
</context>
<context>
    <name>lamp::app::ReportButton</name>
    <message>
        <source>Repor&amp;t…</source>
        <translation>Be&amp;richt…</translation>
    </message>
    <message>
        <source>What this page shows, as PDF or HTML</source>
        <translation>Was diese Seite zeigt, als PDF oder HTML</translation>
    </message>
    <message>
        <source>The report</source>
        <translation>Der Bericht</translation>
    </message>
    <message>
        <source>Reports (*.pdf *.html)</source>
        <translation>Berichte (*.pdf *.html)</translation>
    </message>
    <message>
        <source>The report is %1.</source>
        <translation>Der Bericht ist %1.</translation>
    </message>
</context>
<context>
    <name>lamp::app::ReportPage</name>
    <message>
        <source>Back to the worksheet (R)</source>
        <translation>Zurück zum Arbeitsblatt (R)</translation>
    </message>
    <message>
        <source>Save as PDF…</source>
        <translation>Als PDF speichern …</translation>
    </message>
    <message>
        <source>Print…</source>
        <translation>Drucken …</translation>
    </message>
    <message>
        <source>Save the report</source>
        <translation>Bericht speichern</translation>
    </message>
    <message>
        <source>PDF (*.pdf)</source>
        <translation>PDF (*.pdf)</translation>
    </message>
    <message>
        <source>Making the report…</source>
        <translation>Bericht wird erstellt …</translation>
    </message>
    <message>
        <source>The report is in %1.</source>
        <translation>Der Bericht liegt in %1.</translation>
    </message>
    <message>
        <source>Settings card…</source>
        <translation>Einstellkarte…</translation>
    </message>
    <message>
        <source>A small page to stick on the display: what its menu was left at.</source>
        <translation>Eine kleine Seite zum Aufkleben auf den Bildschirm: worauf sein Menü steht.</translation>
    </message>
    <message>
        <source>Save the settings card</source>
        <translation>Einstellkarte speichern</translation>
    </message>
    <message>
        <source>-settings.pdf</source>
        <translation>-Einstellungen.pdf</translation>
    </message>
    <message>
        <source>The settings card is in %1.</source>
        <translation>Die Einstellkarte ist in %1.</translation>
    </message>
    <message>
        <source>Certificate…</source>
        <translation>Zertifikat …</translation>
    </message>
    <message>
        <source>One page to sign: target, what was found by both scopes, instrument, room.</source>
        <translation>Eine Seite zum Unterschreiben: Ziel, was nach beiden Maßstäben gefunden wurde, Messgerät, Raum.</translation>
    </message>
    <message>
        <source>Save the certificate</source>
        <translation>Zertifikat speichern</translation>
    </message>
    <message>
        <source>-certificate.pdf</source>
        <translation>-Zertifikat.pdf</translation>
    </message>
    <message>
        <source>Page for a browser (*.html)</source>
        <translation>Seite für einen Browser (*.html)</translation>
    </message>
    <message>
        <source>The certificate is in %1.</source>
        <translation>Das Zertifikat ist in %1.</translation>
    </message>
</context>
<context>
    <name>lamp::app::RoomTyped</name>
    <message>
        <source>The room&apos;s light over a day</source>
        <translation>Das Licht des Raums über einen Tag</translation>
    </message>
    <message>
        <source>A line for each reading: time and lux, then x and y where they are known.</source>
        <translation>Eine Zeile je Messung: Zeit und Lux, dann x und y, wo sie bekannt sind.</translation>
    </message>
    <message>
        <source>Readings of the room</source>
        <translation>Messungen des Raums</translation>
    </message>
    <message>
        <source>From a &amp;file …</source>
        <translation>Aus einer &amp;Datei …</translation>
    </message>
    <message>
        <source>Tables (*.csv *.txt);;All files (*)</source>
        <translation>Tabellen (*.csv *.txt);;Alle Dateien (*)</translation>
    </message>
</context>
<context>
    <name>lamp::app::RoundChart</name>
    <message>
        <source>The round on the clock</source>
        <translation>Der Rundgang nach der Uhr</translation>
    </message>
    <message>
        <source>switch on</source>
        <translation>einschalten</translation>
    </message>
    <message>
        <source>person %1</source>
        <translation>Person %1</translation>
    </message>
</context>
<context>
    <name>lamp::app::RoundView</name>
    <message>
        <source>&amp;break of half an hour at</source>
        <translation>halbe Stunde &amp;Pause um</translation>
    </message>
    <message>
        <source>When</source>
        <translation>Wann</translation>
    </message>
    <message>
        <source>What</source>
        <translation>Was</translation>
    </message>
    <message>
        <source>Visit</source>
        <translation>Sitzung</translation>
    </message>
    <message>
        <source>Room</source>
        <translation>Raum</translation>
    </message>
    <message>
        <source>The round, step by step</source>
        <translation>Der Rundgang, Schritt für Schritt</translation>
    </message>
    <message>
        <source>Begin the &amp;visit</source>
        <translation>Sitzung begi&amp;nnen</translation>
    </message>
    <message>
        <source>It is d&amp;one</source>
        <translation>&amp;Erledigt</translation>
    </message>
    <message>
        <source>&amp;Not today</source>
        <translation>&amp;Heute nicht</translation>
    </message>
    <message>
        <source>&amp;List to take along…</source>
        <translation>&amp;Liste zum Mitnehmen …</translation>
    </message>
    <message>
        <source>That could not be done: %1.</source>
        <translation>Das ist nicht gelungen: %1.</translation>
    </message>
    <message>
        <source>Beginning</source>
        <translation>Beginn</translation>
    </message>
    <message>
        <source>Beginning of the break</source>
        <translation>Beginn der Pause</translation>
    </message>
    <message>
        <source>People</source>
        <translation>Personen</translation>
    </message>
    <message>
        <source> h</source>
        <translation> h</translation>
    </message>
    <message>
        <source>Longest, hours</source>
        <translation>Höchstens, Stunden</translation>
    </message>
    <message>
        <source>at &amp;most</source>
        <translation>hö&amp;chstens</translation>
    </message>
    <message>
        <source>&amp;people</source>
        <translation>Pe&amp;rsonen</translation>
    </message>
    <message>
        <source>Plan the day &amp;anew</source>
        <translation>Den Ta&amp;g neu planen</translation>
    </message>
    <message>
        <source>The round as a list</source>
        <translation>Der Rundgang als Liste</translation>
    </message>
    <message>
        <source>round</source>
        <translation>rundgang</translation>
    </message>
    <message>
        <source>Documents (*.pdf *.html)</source>
        <translation>Dokumente (*.pdf *.html)</translation>
    </message>
    <message>
        <source>The list is in %1.</source>
        <translation>Die Liste steht in %1.</translation>
    </message>
    <message>
        <source>Looking at what is due…</source>
        <translation>Es wird nachgesehen, was fällig ist …</translation>
    </message>
    <message>
        <source>Planning the round…</source>
        <translation>Der Rundgang wird geplant …</translation>
    </message>
    <message>
        <source>%1 is out of today&apos;s round; the rest is planned anew.</source>
        <translation>%1 ist aus dem heutigen Rundgang genommen; der Rest wird neu geplant.</translation>
    </message>
    <message>
        <source>Undo</source>
        <translation>Rückgängig</translation>
    </message>
    <message>
        <source>%1, done at %2</source>
        <translation>%1, fertig um %2</translation>
    </message>
    <message>
        <source>After %1 min; no plan is shorter than %2. Walking: %3 min.</source>
        <translation>Nach %1 min; kein Plan ist kürzer als %2. Gehen: %3 min.</translation>
    </message>
    <message>
        <source>due soon as &amp;well</source>
        <translation>auch &amp;bald Fällige</translation>
    </message>
    <message>
        <source>F&amp;rom</source>
        <translation>&amp;Von</translation>
    </message>
    <message>
        <source>What is due is being worked out…</source>
        <translation>Was fällig ist, wird ausgewertet …</translation>
    </message>
</context>
<context>
    <name>lamp::app::ScreeningView</name>
    <message>
        <source>Profile</source>
        <translation>Profil</translation>
    </message>
    <message>
        <source>State</source>
        <translation>Zustand</translation>
    </message>
    <message>
        <source>Group</source>
        <translation>Gruppe</translation>
    </message>
    <message>
        <source>To others, ΔE00</source>
        <translation>Zu anderen, ΔE00</translation>
    </message>
    <message>
        <source>Here, ΔE00</source>
        <translation>Hier, ΔE00</translation>
    </message>
    <message>
        <source>Reason</source>
        <translation>Grund</translation>
    </message>
    <message>
        <source>Profiles</source>
        <translation>Profile</translation>
    </message>
    <message>
        <source>Differences of each pair</source>
        <translation>Abstände der Paare</translation>
    </message>
    <message>
        <source>&amp;Rank by readings of this unit…</source>
        <translation>Nach Messungen &amp;ordnen …</translation>
    </message>
    <message>
        <source>Enter or a double click inspects a profile</source>
        <translation>Eingabetaste oder Doppelklick untersucht ein Profil</translation>
    </message>
    <message>
        <source>Mean ΔE00 of each pair over a common grid of drives, white included</source>
        <translation>Mittlerer ΔE00 jedes Paars über ein gemeinsames Raster von Ansteuerungen, mit Weißpunkt</translation>
    </message>
    <message>
        <source>Stop &amp;measuring</source>
        <translation>Messen a&amp;bbrechen</translation>
    </message>
    <message>
        <source>Rank by &amp;measuring (two minutes)…</source>
        <translation>Durch &amp;Messen ordnen (zwei Minuten) …</translation>
    </message>
    <message>
        <source>Reading %1 of %2, about %3 left</source>
        <translation>Messung %1 von %2, noch etwa %3</translation>
    </message>
    <message>
        <source>The instrument begins…</source>
        <translation>Das Messgerät beginnt …</translation>
    </message>
    <message>
        <source>recommended</source>
        <translation>empfohlen</translation>
    </message>
    <message>
        <source>stands apart</source>
        <translation>weicht ab</translation>
    </message>
    <message>
        <source>agrees</source>
        <translation>stimmt überein</translation>
    </message>
    <message>
        <source>nearest</source>
        <translation>am nächsten</translation>
    </message>
    <message>
        <source>%1, max %2</source>
        <translation>%1, höchstens %2</translation>
    </message>
</context>
<context>
    <name>lamp::app::StageCharts</name>
    <message>
        <source>No.</source>
        <translation>Nr.</translation>
    </message>
    <message>
        <source>Settings</source>
        <translation>Einstellungen</translation>
    </message>
    <message>
        <source>Y, cd/m²</source>
        <translation>Y, cd/m²</translation>
    </message>
    <message>
        <source>R / G / B, %</source>
        <translation>R / G / B, %</translation>
    </message>
    <message>
        <source>ΔE00</source>
        <translation>ΔE00</translation>
    </message>
    <message>
        <source>Settings that were tried</source>
        <translation>Probierte Einstellungen</translation>
    </message>
</context>
<context>
    <name>lamp::app::StageRow</name>
    <message>
        <source>in progress</source>
        <translation>in Arbeit</translation>
    </message>
</context>
<context>
    <name>lamp::app::StudioDesk</name>
    <message>
        <source>The card of %1 is changed.</source>
        <translation>Die Karte von %1 ist geändert.</translation>
    </message>
    <message>
        <source>Undo</source>
        <translation>Rückgängig</translation>
    </message>
    <message>
        <source>Something is still being worked on: let it end first.</source>
        <translation>Es wird noch gearbeitet: Das muss erst zu Ende gehen.</translation>
    </message>
    <message>
        <source>The studio is %1 from now on. The one before stays at %2.</source>
        <translation>Das Studio ist von jetzt an %1. Das bisherige bleibt in %2.</translation>
    </message>
    <message>
        <source>The photograph is put away.</source>
        <translation>Das Foto ist weggelegt.</translation>
    </message>
    <message>
        <source>The cards of %1 displays are changed.</source>
        <translation>Die Karten von %1 Bildschirmen sind geändert.</translation>
    </message>
    <message>
        <source>There is no studio to copy yet.</source>
        <translation>Es gibt noch kein Studio, das kopiert werden könnte.</translation>
    </message>
    <message>
        <source>along-%1.sqlite</source>
        <translation>unterwegs-%1.sqlite</translation>
    </message>
    <message>
        <source>A copy to take along</source>
        <translation>Eine Kopie zum Mitnehmen</translation>
    </message>
    <message>
        <source>Studio (*.sqlite)</source>
        <translation>Studio (*.sqlite)</translation>
    </message>
    <message>
        <source>Copying the studio to %1…</source>
        <translation>Das Studio wird nach %1 kopiert…</translation>
    </message>
    <message>
        <source>The copy is %1. While the studio is out of reach, open it by &quot;Where it is kept&quot;; then bring it home.</source>
        <translation>Die Kopie ist %1. Öffnen Sie sie mit „Wo es liegt“, solange das Studio nicht erreichbar ist; bringen Sie sie danach heim.</translation>
    </message>
    <message>
        <source>The copy that was taken along</source>
        <translation>Die mitgenommene Kopie</translation>
    </message>
    <message>
        <source>Go on with the studio itself?</source>
        <translation>Mit dem Studio selbst weitermachen?</translation>
    </message>
    <message>
        <source>Open it</source>
        <translation>Öffnen</translation>
    </message>
</context>
<context>
    <name>lamp::app::SurveyView</name>
    <message>
        <source>Contrast</source>
        <translation>Kontrast</translation>
    </message>
    <message>
        <source>The display&apos;s modes</source>
        <translation>Modi des Bildschirms</translation>
    </message>
    <message>
        <source>How true the grays are, level by level: against the tone and white of the target.</source>
        <translation>Wie genau die Graustufen sind, Stufe für Stufe: gegen Tonwertkurve und Weiß des Ziels.</translation>
    </message>
    <message>
        <source>The six hues from gray to their corner: right at the corners is not enough, the way there should be straight.</source>
        <translation>Die sechs Farbtöne von Grau bis zur Ecke: Richtige Ecken genügen nicht, auch der Weg dorthin soll gerade sein.</translation>
    </message>
    <message>
        <source>A set of colours, each beside what it should be.</source>
        <translation>Eine Reihe von Farben, jede neben dem, was sie sein soll.</translation>
    </message>
    <message>
        <source>White and a gray at places of the screen, beside the centre. At a real bench you are asked to lay the instrument there.</source>
        <translation>Weiß und ein Grau an Stellen des Bildschirms, verglichen mit der Mitte. An einem echten Messplatz werden Sie gebeten, das Messgerät dorthin zu legen.</translation>
    </message>
    <message>
        <source>White and black, beside dark and beside bright; whether the panel dims large whites.</source>
        <translation>Weiß und Schwarz, neben Dunklem und neben Hellem; ob der Bildschirm große weiße Flächen dimmt.</translation>
    </message>
    <message>
        <source>White over time, from now. Static patches can mark some panels: keep it short on an OLED.</source>
        <translation>Weiß über die Zeit, ab jetzt. Stehende Bilder können manche Panels zeichnen: bei OLED kurz halten.</translation>
    </message>
    <message>
        <source>The same colours in each of the display&apos;s own modes, and which of them to calibrate in.</source>
        <translation>Dieselben Farben in jedem Modus des Bildschirms, und in welchem man kalibrieren sollte.</translation>
    </message>
    <message>
        <source>&amp;Go on with it</source>
        <translation>&amp;Fortsetzen</translation>
    </message>
    <message>
        <source>Mode</source>
        <translation>Modus</translation>
    </message>
    <message>
        <source>Largest</source>
        <translation>Größte</translation>
    </message>
    <message>
        <source>Gamma</source>
        <translation>Gamma</translation>
    </message>
    <message>
        <source>%1 (%2 %), about %3 left</source>
        <translation>%1 (%2 %), noch etwa %3</translation>
    </message>
    <message>
        <source>What is measured</source>
        <translation>Was gemessen wird</translation>
    </message>
    <message>
        <source>%1 by %1</source>
        <translation>%1 mal %1</translation>
    </message>
    <message>
        <source>of memory</source>
        <translation>Gedächtnisfarben</translation>
    </message>
    <message>
        <source>skin</source>
        <translation>Haut</translation>
    </message>
    <message>
        <source>near neutral</source>
        <translation>nahe an neutral</translation>
    </message>
    <message>
        <source>near the gamut&apos;s surface</source>
        <translation>nahe am Rand des Farbumfangs</translation>
    </message>
    <message>
        <source>S&amp;teps</source>
        <translation>S&amp;tufen</translation>
    </message>
    <message>
        <source>Share of the corner&apos;s &amp;luminance</source>
        <translation>Anteil an der &amp;Leuchtdichte der Ecke</translation>
    </message>
    <message>
        <source>Drives mea&amp;n</source>
        <translation>A&amp;nsteuerungen bedeuten</translation>
    </message>
    <message>
        <source>&amp;Colours</source>
        <translation>Far&amp;ben</translation>
    </message>
    <message>
        <source>&amp;Places</source>
        <translation>Ste&amp;llen</translation>
    </message>
    <message>
        <source>&amp;Minutes</source>
        <translation>&amp;Minuten</translation>
    </message>
    <message>
        <source>%1, beside its visits</source>
        <translation>%1, neben seinen Sitzungen</translation>
    </message>
    <message>
        <source>Nothing of the display is changed but what it shows. What is read is kept.</source>
        <translation>Am Bildschirm wird nichts geändert als das Gezeigte. Was gemessen wird, bleibt erhalten.</translation>
    </message>
    <message>
        <source>%1 readings so far.</source>
        <translation>Bisher %1 Messungen.</translation>
    </message>
    <message>
        <source>%1 What was read is in %2; it can be gone on with.</source>
        <translation>%1 Die Messwerte stehen in %2; die Messung kann fortgesetzt werden.</translation>
    </message>
    <message>
        <source>The measurement is in %1.</source>
        <translation>Die Messung steht in %1.</translation>
    </message>
    <message>
        <source>Measure no&amp;w</source>
        <translation>&amp;Jetzt messen</translation>
    </message>
    <message>
        <source>St&amp;op</source>
        <translation>An&amp;halten</translation>
    </message>
    <message>
        <source>%1 (recommended)</source>
        <translation>%1 (empfohlen)</translation>
    </message>
    <message>
        <source>Here: %1, %2.</source>
        <translation>Hier: %1, %2.</translation>
    </message>
    <message>
        <source>The light at the desk, reading by reading: when it is too bright, and what white would go with it. The instrument lies at the desk; the screen is free for work, and is never changed unless you ask for it.</source>
        <translation>Das Licht am Arbeitsplatz, Messung für Messung: wann es zu hell ist, und welches Weiß dazu passte. Das Messgerät liegt auf dem Tisch; der Bildschirm ist frei zur Arbeit und wird nie verändert, außer man verlangt es.</translation>
    </message>
    <message>
        <source>Let the screen f&amp;ollow</source>
        <translation>Bildschirm f&amp;olgen lassen</translation>
    </message>
    <message>
        <source>T&amp;ype a day …</source>
        <translation>Einen Tag e&amp;intippen …</translation>
    </message>
    <message>
        <source>&amp;Hours</source>
        <translation>&amp;Stunden</translation>
    </message>
    <message>
        <source>A reading every … m&amp;inutes</source>
        <translation>Eine Messung alle … &amp;Minuten</translation>
    </message>
    <message>
        <source>Its brightness is moved by small steps, and stands as before at the end.</source>
        <translation>Seine Helligkeit wird in kleinen Schritten verstellt und steht am Ende wie zuvor.</translation>
    </message>
    <message>
        <source>No visit to this display tried two values of its brightness: how it would follow is not known.</source>
        <translation>Keine Sitzung an diesem Bildschirm hat zwei Werte seiner Helligkeit versucht: wie er folgen würde, ist nicht bekannt.</translation>
    </message>
    <message>
        <source>&amp;Earlier ones</source>
        <translation>Frü&amp;here</translation>
    </message>
    <message>
        <source>Earlier measurements of this display</source>
        <translation>Frühere Messungen dieses Bildschirms</translation>
    </message>
    <message>
        <source>%1, %2</source>
        <translation>%1, %2</translation>
    </message>
    <message>
        <source>(cut off)</source>
        <translation>(abgebrochen)</translation>
    </message>
    <message>
        <source>%1: %2, %3</source>
        <translation>%1: %2, %3</translation>
    </message>
    <message>
        <source>What the display makes of a signal of high dynamic range: grays, colours, its peak by size and as it lasts. Bright patches glare and tire the eyes: look away from the screen.</source>
        <translation>Was der Bildschirm aus einem Signal mit hohem Dynamikumfang macht: Graustufen, Farben, seine Spitze nach Größe und Dauer. Helle Felder blenden und ermüden die Augen: vom Schirm wegsehen.</translation>
    </message>
    <message>
        <source>White, a gray and black from beside, from above and below. It takes an instrument that looks from a distance; at a real bench you are asked to turn it.</source>
        <translation>Weiß, ein Grau und Schwarz von der Seite, von oben und unten. Dazu braucht es ein Messgerät, das aus der Ferne sieht; an einem echten Messplatz werden Sie gebeten, es zu drehen.</translation>
    </message>
    <message>
        <source>PQ</source>
        <translation>PQ</translation>
    </message>
    <message>
        <source>HLG</source>
        <translation>HLG</translation>
    </message>
    <message>
        <source>S&amp;ignal</source>
        <translation>S&amp;ignal</translation>
    </message>
    <message>
        <source>With the room&apos;s &amp;light</source>
        <translation>Mit dem &amp;Licht des Raums</translation>
    </message>
    <message>
        <source>Minutes that white sta&amp;ys</source>
        <translation>&amp;Minuten, die Weiß steht</translation>
    </message>
    <message>
        <source>%1 (to calibrate)</source>
        <translation>%1 (zum Kalibrieren)</translation>
    </message>
    <message>
        <source> %</source>
        <translation> %</translation>
    </message>
    <message>
        <source> ΔE00</source>
        <translation> ΔE00</translation>
    </message>
    <message>
        <source>not judged</source>
        <translation>nicht beurteilt</translation>
    </message>
    <message>
        <source>ISO 12646:2015 asks for 10 %</source>
        <translation>ISO 12646:2015 verlangt 10 %</translation>
    </message>
    <message>
        <source>White and gray within</source>
        <translation>Weiß und Grau innerhalb</translation>
    </message>
    <message>
        <source>Whose &amp;limits</source>
        <translation>Wessen G&amp;renzen</translation>
    </message>
    <message>
        <source>L&amp;uminance and colour within</source>
        <translation>Le&amp;uchtdichte und Farbe innerhalb</translation>
    </message>
    <message>
        <source>Luminance within</source>
        <translation>Leuchtdichte innerhalb</translation>
    </message>
    <message>
        <source>ΔE00</source>
        <translation>ΔE00</translation>
    </message>
    <message>
        <source>White cd/m²; x, y</source>
        <translation>Weiß cd/m²; x, y</translation>
    </message>
    <message>
        <source>% of %1</source>
        <translation>% von %1</translation>
    </message>
    <message>
        <source>Calibrated cd/m²</source>
        <translation>Kalibriert cd/m²</translation>
    </message>
</context>
<context>
    <name>lamp::app::TargetDesk</name>
    <message>
        <source>A target</source>
        <translation>Ein Ziel</translation>
    </message>
    <message>
        <source>Targets (*.json)</source>
        <translation>Ziele (*.json)</translation>
    </message>
    <message>
        <source>Export the target</source>
        <translation>Ziel exportieren</translation>
    </message>
    <message>
        <source>What this display can do…</source>
        <translation>Was dieser Bildschirm kann…</translation>
    </message>
    <message>
        <source>There is a target called “%1”. It is replaced only when you say so.</source>
        <translation>Es gibt schon ein Ziel „%1“. Es wird nur ersetzt, wenn Sie es sagen.</translation>
    </message>
    <message>
        <source>Replace</source>
        <translation>Ersetzen</translation>
    </message>
    <message>
        <source>Leave it</source>
        <translation>Lassen</translation>
    </message>
    <message>
        <source>“%1” is no longer offered. Visits that aimed at it keep it.</source>
        <translation>„%1“ wird nicht mehr angeboten. Sitzungen mit diesem Ziel behalten es.</translation>
    </message>
    <message>
        <source>Undo</source>
        <translation>Rückgängig</translation>
    </message>
    <message>
        <source>The target is in %1.</source>
        <translation>Das Ziel steht in %1.</translation>
    </message>
</context>
<context>
    <name>lamp::app::TargetForm</name>
    <message>
        <source>%1 of 256 levels are left along the grays.</source>
        <translation>Von 256 Stufen der Grauachse bleiben %1.</translation>
    </message>
    <message>
        <source>About %1 cd/m² come of it.</source>
        <translation>Etwa %1 cd/m² kommen dabei heraus.</translation>
    </message>
    <message>
        <source>Reached: at this white the display gives about %1 cd/m² at most, %2 % to spare.</source>
        <translation>Erreichbar: Bei diesem Weiß gibt der Bildschirm höchstens etwa %1 cd/m², %2 % Reserve.</translation>
    </message>
    <message>
        <source>Out of reach: at this white the display gives about %1 cd/m² at most, %2 wanted.</source>
        <translation>Nicht erreichbar: Bei diesem Weiß gibt der Bildschirm höchstens etwa %1 cd/m², verlangt sind %2.</translation>
    </message>
    <message>
        <source>White moves by ΔE00 %1 from the display&apos;s own.</source>
        <translation>Weiß verschiebt sich um ΔE00 %1 gegenüber dem eigenen.</translation>
    </message>
    <message>
        <source>Contrast about %1 : 1, black %2 cd/m².</source>
        <translation>Kontrast etwa %1 : 1, Schwarz %2 cd/m².</translation>
    </message>
    <message>
        <source>By the visit of %1.</source>
        <translation>Nach der Sitzung vom %1.</translation>
    </message>
    <message>
        <source>&amp;Keep as…</source>
        <translation>&amp;Merken als…</translation>
    </message>
    <message>
        <source>Re&amp;name…</source>
        <translation>Umbe&amp;nennen…</translation>
    </message>
    <message>
        <source>&amp;Take off</source>
        <translation>&amp;Von der Liste</translation>
    </message>
    <message>
        <source>&amp;Import…</source>
        <translation>&amp;Importieren…</translation>
    </message>
    <message>
        <source>E&amp;xport…</source>
        <translation>E&amp;xportieren…</translation>
    </message>
    <message>
        <source>Targets</source>
        <translation>Ziele</translation>
    </message>
    <message>
        <source>&amp;White</source>
        <translation>&amp;Weiß</translation>
    </message>
    <message>
        <source>Lu&amp;minance</source>
        <translation>Leuch&amp;tdichte</translation>
    </message>
    <message>
        <source>T&amp;one</source>
        <translation>T&amp;onkurve</translation>
    </message>
    <message>
        <source>&amp;Black</source>
        <translation>Schwar&amp;z</translation>
    </message>
    <message>
        <source>&amp;Gamut</source>
        <translation>&amp;Farbumfang</translation>
    </message>
    <message>
        <source>Otherwise the white is kept and the screen is as bright as it can be at that white.</source>
        <translation>Sonst bleibt das Weiß, und der Bildschirm ist so hell, wie er dabei sein kann.</translation>
    </message>
    <message>
        <source>daylight of</source>
        <translation>Tageslicht von</translation>
    </message>
    <message>
        <source>black body of</source>
        <translation>schwarzer Körper von</translation>
    </message>
    <message>
        <source>x, y</source>
        <translation>x, y</translation>
    </message>
    <message>
        <source>the light at the desk</source>
        <translation>das Licht am Platz</translation>
    </message>
    <message>
        <source>the display&apos;s own</source>
        <translation>sein eigenes</translation>
    </message>
    <message>
        <source>of</source>
        <translation>von</translation>
    </message>
    <message>
        <source>the most there is</source>
        <translation>so viel wie möglich</translation>
    </message>
    <message>
        <source>of paper in a booth</source>
        <translation>von Papier in einer Kabine</translation>
    </message>
    <message>
        <source>gamma</source>
        <translation>Gamma</translation>
    </message>
    <message>
        <source>temperature</source>
        <translation>Temperatur</translation>
    </message>
    <message>
        <source>luminance of white</source>
        <translation>Leuchtdichte von Weiß</translation>
    </message>
    <message>
        <source>light in the booth</source>
        <translation>Licht in der Kabine</translation>
    </message>
    <message>
        <source> lux</source>
        <translation> Lux</translation>
    </message>
    <message>
        <source>reflectance of the paper</source>
        <translation>Reflexionsgrad des Papiers</translation>
    </message>
    <message>
        <source>luminance of black</source>
        <translation>Leuchtdichte von Schwarz</translation>
    </message>
    <message>
        <source>Changed from “%1”: for this visit only, unless it is kept.</source>
        <translation>Geändert gegenüber „%1“: nur für diese Sitzung, wenn es nicht gemerkt wird.</translation>
    </message>
    <message>
        <source>If you know no reason to change it, leave it.</source>
        <translation>Wer keinen Grund kennt, etwas zu ändern, lässt es so.</translation>
    </message>
    <message>
        <source>How far this display goes is known once it has been visited.</source>
        <translation>Wie weit dieser Bildschirm reicht, weiß man nach der ersten Sitzung.</translation>
    </message>
    <message>
        <source>Paper reads %1 cd/m² there: E · ρ / π.</source>
        <translation>Papier hat dort %1 cd/m²: E · ρ / π.</translation>
    </message>
    <message>
        <source>Rename the target</source>
        <translation>Ziel umbenennen</translation>
    </message>
    <message>
        <source>Keep the target</source>
        <translation>Ziel merken</translation>
    </message>
    <message>
        <source>Its name in the studio</source>
        <translation>Sein Name im Studio</translation>
    </message>
    <message>
        <source>&amp;Undo</source>
        <translation>&amp;Rückgängig</translation>
    </message>
    <message>
        <source>From a &amp;file…</source>
        <translation>Aus &amp;Datei …</translation>
    </message>
    <message>
        <source>own curve</source>
        <translation>eigene Kurve</translation>
    </message>
    <message>
        <source>display whose white it is</source>
        <translation>Bildschirm, dessen Weiß es ist</translation>
    </message>
    <message>
        <source>%1, %2 cd/m²</source>
        <translation>%1, %2 cd/m²</translation>
    </message>
    <message>
        <source>another display&apos;s</source>
        <translation>das eines anderen</translation>
    </message>
    <message>
        <source>A tone curve</source>
        <translation>Eine Tonwertkurve</translation>
    </message>
    <message>
        <source>Tables (*.csv *.txt);;All files (*)</source>
        <translation>Tabellen (*.csv *.txt);;Alle Dateien (*)</translation>
    </message>
    <message>
        <source>2.2 is what most pictures are made for, sRGB the same but for the darkest; L* spreads the levels evenly for the eye; 2.4 belongs into the dark, 2.0 into daylight.</source>
        <translation>Für 2,2 sind die meisten Bilder gemacht, sRGB ist dasselbe bis auf das Dunkelste; L* verteilt die Stufen gleichmäßig fürs Auge; 2,4 gehört ins Dunkle, 2,0 ins Tageslicht.</translation>
    </message>
    <message>
        <source>The display&apos;s own black is as deep as it goes; a lifted one is for displays that have to look alike, and costs contrast.</source>
        <translation>Das eigene Schwarz des Bildschirms ist so tief, wie es geht; ein angehobenes ist für Bildschirme, die gleich aussehen müssen, und kostet Kontrast.</translation>
    </message>
    <message>
        <source>The whole gamut is there for programs that honour profiles; those that do not look right only in the space that they mean.</source>
        <translation>Der ganze Farbumfang ist für Programme da, die Profile beachten; andere sehen nur in dem Raum richtig aus, den sie meinen.</translation>
    </message>
    <message>
        <source>White first is for those who judge colour; luminance first for those whose displays have to be equally bright.</source>
        <translation>Weiß zuerst ist für die, die Farbe beurteilen; Leuchtdichte zuerst für die, deren Bildschirme gleich hell sein müssen.</translation>
    </message>
    <message>
        <source>D65 for pictures and video; D50, or the lamp itself, where screen and print lie side by side; the display&apos;s own where no level may be lost.</source>
        <translation>D65 für Bilder und Video; D50 oder die Lampe selbst, wo Bildschirm und Druck nebeneinander liegen; das eigene des Bildschirms, wo keine Stufe verloren gehen darf.</translation>
    </message>
    <message>
        <source>Out of reach: keep the &amp;luminance, let the white move</source>
        <translation>Unerreichbar: &amp;Leuchtdichte halten, Weiß nachgeben</translation>
    </message>
    <message>
        <source>as the display stands</source>
        <translation>wie der Bildschirm steht</translation>
    </message>
    <message>
        <source>One school keeps 80 to 120 cd/m² and the room&apos;s light low; the other goes with the room, 150 or 200 where it is bright, and sees less in the shadows. Prints too dark: less, not more. As the display stands: brightness is not touched.</source>
        <translation>Die einen halten 80 bis 120 cd/m² und das Raumlicht niedrig; die anderen gehen mit dem Raum, 150 oder 200, wo es hell ist, und sehen weniger in den Schatten. Drucke zu dunkel: weniger, nicht mehr. Wie der Bildschirm steht: die Helligkeit wird nicht berührt.</translation>
    </message>
</context>
<context>
    <name>lamp::app::TrimBars</name>
    <message>
        <source>White against the target</source>
        <translation>Weiß gegenüber dem Ziel</translation>
    </message>
    <message>
        <source>White, live</source>
        <translation>Weiß, laufend</translation>
    </message>
    <message>
        <source>White, last reading</source>
        <translation>Weiß, letzte Messung</translation>
    </message>
    <message>
        <source>%1: leave at %2</source>
        <translation>%1: bei %2 lassen</translation>
    </message>
    <message>
        <source>%1: up from %2 to %3</source>
        <translation>%1: von %2 auf %3 erhöhen</translation>
    </message>
    <message>
        <source>%1: down from %2 to %3</source>
        <translation>%1: von %2 auf %3 senken</translation>
    </message>
    <message>
        <source>(where it ends)</source>
        <translation>(Anschlag)</translation>
    </message>
    <message>
        <source>%1 cd/m²</source>
        <translation>%1 cd/m²</translation>
    </message>
    <message>
        <source>Luminance</source>
        <translation>Leuchtdichte</translation>
    </message>
    <message>
        <source>Red</source>
        <translation>Rot</translation>
    </message>
    <message>
        <source>Green</source>
        <translation>Grün</translation>
    </message>
    <message>
        <source>Blue</source>
        <translation>Blau</translation>
    </message>
    <message>
        <source>target %1 cd/m²</source>
        <translation>Ziel %1 cd/m²</translation>
    </message>
    <message>
        <source>ΔE00 of white %1</source>
        <translation>ΔE00 des Weiß %1</translation>
    </message>
    <message>
        <source>live</source>
        <translation>laufend</translation>
    </message>
    <message>
        <source>last reading</source>
        <translation>letzte Messung</translation>
    </message>
</context>
<context>
    <name>lamp::app::TypedReadings</name>
    <message>
        <source>Patch</source>
        <translation>Messfeld</translation>
    </message>
    <message>
        <source>Red</source>
        <translation>Rot</translation>
    </message>
    <message>
        <source>Green</source>
        <translation>Grün</translation>
    </message>
    <message>
        <source>Blue</source>
        <translation>Blau</translation>
    </message>
    <message>
        <source>X</source>
        <translation>X</translation>
    </message>
    <message>
        <source>Y, cd/m²</source>
        <translation>Y, cd/m²</translation>
    </message>
    <message>
        <source>Z</source>
        <translation>Z</translation>
    </message>
    <message>
        <source>Readings entered so far</source>
        <translation>Bisher eingegebene Messungen</translation>
    </message>
    <message>
        <source>&amp;Accept (Enter)</source>
        <translation>Ü&amp;bernehmen (Eingabe)</translation>
    </message>
    <message>
        <source>&amp;Back to the previous patch</source>
        <translation>Zurüc&amp;k</translation>
    </message>
    <message>
        <source>&amp;Make profile and verdict</source>
        <translation>&amp;Profil und Urteil erstellen</translation>
    </message>
    <message>
        <source>Patch to measure</source>
        <translation>Zu messendes Feld</translation>
    </message>
    <message>
        <source>luminance and chromaticity: Y, x, y</source>
        <translation>Leuchtdichte und Farbart: Y, x, y</translation>
    </message>
    <message>
        <source>tristimulus values: X, Y, Z</source>
        <translation>Normfarbwerte: X, Y, Z</translation>
    </message>
    <message>
        <source>&amp;Target</source>
        <translation>&amp;Ziel</translation>
    </message>
    <message>
        <source>x</source>
        <translation>x</translation>
    </message>
    <message>
        <source>y</source>
        <translation>y</translation>
    </message>
    <message>
        <source>entered by hand</source>
        <translation>von Hand eingegeben</translation>
    </message>
    <message>
        <source>%v of %m patches</source>
        <translation>%v von %m Feldern</translation>
    </message>
    <message>
        <source>All patches are entered: make the profile.</source>
        <translation>Alle Felder sind eingegeben: Profil erstellen.</translation>
    </message>
    <message>
        <source>Patch %1: red %2 %, green %3 %, blue %4 %. Measure it and enter what the instrument shows.</source>
        <translation>Feld %1: Rot %2 %, Grün %3 %, Blau %4 %. Messen und eingeben, was das Messgerät zeigt.</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is no valid number for %2.</source>
        <translation>„%1“ ist keine gültige Zahl für %2.</translation>
    </message>
    <message>
        <source>x and y must be between 0 and 1 and add up to less than 1.</source>
        <translation>x und y müssen zwischen 0 und 1 liegen und zusammen unter 1 bleiben.</translation>
    </message>
    <message>
        <source>The instrument sho&amp;ws</source>
        <translation>Das Messgerät zei&amp;gt</translation>
    </message>
    <message>
        <source>The &amp;instrument was</source>
        <translation>Messgerät &amp;war</translation>
    </message>
    <message>
        <source>Dis&amp;play</source>
        <translation>Bildschi&amp;rm</translation>
    </message>
</context>
<context>
    <name>lamp::app::UniformityMap</name>
    <message>
        <source>%1 % across, %2 % down: %3 % of luminance, %4 ΔE00</source>
        <translation>%1 % quer, %2 % hoch: %3 % Leuchtdichte, %4 ΔE00</translation>
    </message>
    <message>
        <source>Map of the screen</source>
        <translation>Karte des Bildschirms</translation>
    </message>
    <message>
        <source>centre</source>
        <translation>Mitte</translation>
    </message>
    <message>
        <source>%1 %</source>
        <translation>%1 %</translation>
    </message>
    <message>
        <source>Lines every %1 % of luminance from the centre, every other one thicker</source>
        <translation>Linien alle %1 % der Leuchtdichte von der Mitte, jede zweite dicker</translation>
    </message>
</context>
<context>
    <name>lamp::app::VisitController</name>
    <message>
        <source>That could not be done: %1.</source>
        <translation>Das ist nicht gelungen: %1.</translation>
    </message>
    <message>
        <source>The instrument is in use; finish or cancel that first.</source>
        <translation>Das Messgerät ist in Gebrauch; dies zuerst beenden oder abbrechen.</translation>
    </message>
    <message>
        <source>No bench reaches this display from here: it is known from imported readings, or it is measured at another computer. Import or enter newer ones, or add it with a bench.</source>
        <translation>Von hier erreicht kein Messplatz diesen Bildschirm: Er ist aus importierten Messungen bekannt oder wird an einem anderen Rechner gemessen. Neuere importieren oder eingeben oder ihn mit einem Messplatz hinzufügen.</translation>
    </message>
    <message>
        <source>Run</source>
        <translation>Ausführen</translation>
    </message>
    <message>
        <source>Do not run</source>
        <translation>Nicht ausführen</translation>
    </message>
    <message>
        <source>In the list of displays choose the one that the profiles are for, one that a bench reaches.</source>
        <translation>In der Liste den Bildschirm wählen, für den die Profile sind und den ein Messplatz erreicht.</translation>
    </message>
    <message>
        <source>Put the instrument on %1, which has been on for half an hour. %2 patches follow, without ramps; they do not flash, but the screen changes every few seconds: look away if that is bad for you.</source>
        <translation>Das Messgerät auf %1 setzen, der seit einer halben Stunde an ist. %2 Messfelder folgen, ohne Kalibrierkurven; sie blitzen nicht, aber der Schirm wechselt alle paar Sekunden: wegsehen, wenn Ihnen das nicht bekommt.</translation>
    </message>
    <message>
        <source>Start</source>
        <translation>Beginnen</translation>
    </message>
    <message>
        <source>Not now</source>
        <translation>Nicht jetzt</translation>
    </message>
    <message>
        <source>Paused: the current reading is finished first.</source>
        <translation>Pause: Die laufende Messung wird noch beendet.</translation>
    </message>
    <message>
        <source>Stopping…</source>
        <translation>Wird angehalten …</translation>
    </message>
    <message>
        <source>%1 of %2, begun on %3, was interrupted after %4. Nothing is lost.</source>
        <translation>%1 von %2, begonnen am %3, wurde nach %4 unterbrochen. Nichts ist verloren.</translation>
    </message>
    <message>
        <source>a display</source>
        <translation>ein Bildschirm</translation>
    </message>
    <message>
        <source>Continue</source>
        <translation>Fortsetzen</translation>
    </message>
    <message>
        <source>Discard</source>
        <translation>Verwerfen</translation>
    </message>
    <message>
        <source>This visit cannot be continued here: it was ended, or it is open in another window.</source>
        <translation>Diese Sitzung kann hier nicht fortgesetzt werden: Sie wurde beendet oder ist in einem anderen Fenster offen.</translation>
    </message>
    <message>
        <source>Writing report, readings and profile…</source>
        <translation>Bericht, Messungen und Profil werden geschrieben …</translation>
    </message>
    <message>
        <source>Visit finished: %1</source>
        <translation>Sitzung fertig: %1</translation>
    </message>
    <message>
        <source>Report, readings and profile are in %1.</source>
        <translation>Bericht, Messungen und Profil liegen in %1.</translation>
    </message>
    <message>
        <source>The profile is installed as %1.</source>
        <translation>Das Profil ist als %1 installiert.</translation>
    </message>
    <message>
        <source>Its ramps are loaded; the display confirms it.</source>
        <translation>Seine Kalibrierkurven sind geladen; der Bildschirm bestätigt es.</translation>
    </message>
    <message>
        <source>Its ramps are not loaded.</source>
        <translation>Seine Kalibrierkurven sind nicht geladen.</translation>
    </message>
    <message>
        <source>Measuring %1</source>
        <translation>%1 wird gemessen</translation>
    </message>
    <message>
        <source>Nothing on this desktop can be asked to leave the screen on: turn blanking, night colours and notifications off by hand while the visit runs.</source>
        <translation>Nichts auf diesem Desktop kann gebeten werden, den Schirm an zu lassen: Abschalten, Nachtfarben und Hinweise für die Sitzung von Hand ausschalten.</translation>
    </message>
    <message>
        <source>No bench reaches this display from here.</source>
        <translation>Kein Messplatz erreicht diesen Bildschirm von hier.</translation>
    </message>
    <message>
        <source>%1 is being visited in another window or at another computer, since %2. Two visits to one display spoil each other&apos;s readings.</source>
        <translation>%1 wird seit %2 in einem anderen Fenster oder an einem anderen Rechner bearbeitet. Zwei Sitzungen an einem Bildschirm verderben einander die Messwerte.</translation>
    </message>
    <message>
        <source>Begin all the same</source>
        <translation>Trotzdem beginnen</translation>
    </message>
    <message>
        <source>Try again</source>
        <translation>Noch einmal versuchen</translation>
    </message>
    <message>
        <source>Stop</source>
        <translation>Aufhören</translation>
    </message>
    <message>
        <source>This display&apos;s bench is a program that this studio names. Nobody at this computer has agreed to run it yet. Run exactly this line?</source>
        <translation>Der Messplatz dieses Bildschirms ist ein Programm, das dieses Studio nennt. An diesem Computer hat ihm noch niemand zugestimmt. Genau diese Zeile ausführen?</translation>
    </message>
</context>
<context>
    <name>lamp::app::VisitDesk</name>
    <message>
        <source>%1: waiting for you</source>
        <translation>%1: wartet auf Sie</translation>
    </message>
    <message>
        <source>Reading %1 is taken once more</source>
        <translation>Messung %1 wird noch einmal gemacht</translation>
    </message>
    <message>
        <source>The last reading is taken once more</source>
        <translation>Die letzte Messung wird noch einmal gemacht</translation>
    </message>
</context>
<context>
    <name>lamp::app::Welcome</name>
    <message>
        <source>A lamp for every display: full when it shows true.</source>
        <translation>Eine Lampe für jeden Bildschirm: voll, wenn er richtig zeigt.</translation>
    </message>
    <message>
        <source>Open the demo studio</source>
        <translation>Demo-Studio öffnen</translation>
    </message>
    <message>
        <source>Begin with an empty studio</source>
        <translation>Mit leerem Studio beginnen</translation>
    </message>
    <message>
        <source>Look around in the demo studio, a chart house with thirty simulated displays and two years of visits, or begin with an empty studio of your own. Nothing asks for an account or a network.</source>
        <translation>Sehen Sie sich im Demo-Studio um, einem Kartenhaus mit dreißig simulierten Bildschirmen und Sitzungen aus zwei Jahren, oder beginnen Sie mit einem eigenen, leeren Studio. Nichts verlangt ein Konto oder ein Netz.</translation>
    </message>
    <message>
        <source>Calibrate the screen in front of me</source>
        <translation>Den Bildschirm vor mir kalibrieren</translation>
    </message>
    <message>
        <source>The second needs an instrument: a helper program that speaks the bench protocol (see the guide, F1).</source>
        <translation>Das Zweite braucht ein Messgerät: ein Hilfsprogramm, das das Messplatz-Protokoll spricht (siehe Anleitung, F1).</translation>
    </message>
</context>
<context>
    <name>lamp::app::WorkSettings</name>
    <message>
        <source>standard: up to 75</source>
        <translation>normal: bis zu 75</translation>
    </message>
    <message>
        <source>thorough: up to 140</source>
        <translation>gründlich: bis zu 140</translation>
    </message>
    <message>
        <source>what the panel needs</source>
        <translation>was das Panel braucht</translation>
    </message>
    <message>
        <source>matrix and tone curves</source>
        <translation>Matrix und Tonwertkurven</translation>
    </message>
    <message>
        <source>tables</source>
        <translation>Tabellen</translation>
    </message>
    <message>
        <source>parametric where they fit</source>
        <translation>parametrisch, wo es passt</translation>
    </message>
    <message>
        <source>parametric</source>
        <translation>parametrisch</translation>
    </message>
    <message>
        <source>sampled</source>
        <translation>abgetastet</translation>
    </message>
    <message>
        <source>Settings</source>
        <translation>Einstellungen</translation>
    </message>
    <message>
        <source>&amp;Effort of a visit</source>
        <translation>A&amp;ufwand einer Sitzung</translation>
    </message>
    <message>
        <source>More readings make grays and dark colours surer; standard is enough for most panels.</source>
        <translation>Mehr Messungen machen Grau und dunkle Farben sicherer; normal genügt für die meisten Panels.</translation>
    </message>
    <message>
        <source>&amp;Tolerance</source>
        <translation>&amp;Toleranz</translation>
    </message>
    <message>
        <source>&amp;Kind of profile</source>
        <translation>&amp;Profilart</translation>
    </message>
    <message>
        <source>Tables describe panels whose channels do not add up, and map colours out of reach. Every program reads a matrix.</source>
        <translation>Tabellen beschreiben Panels, deren Kanäle sich nicht addieren, und bilden nicht darstellbare Farben ab. Eine Matrix liest jedes Programm.</translation>
    </message>
    <message>
        <source>&amp;Nodes of tables</source>
        <translation>&amp;Knoten der Tabellen</translation>
    </message>
    <message>
        <source>33 is accurate to a tenth of a ΔE00; 17 makes small files for old programs.</source>
        <translation>33 ist auf ein Zehntel ΔE00 genau; 17 ergibt kleine Dateien für alte Programme.</translation>
    </message>
    <message>
        <source>Tone &amp;curves</source>
        <translation>Tonwertku&amp;rven</translation>
    </message>
    <message>
        <source>Of matrix profiles; parametric ones are smooth and short, sampled ones fit any curve. ICC 2 has sampled ones only.</source>
        <translation>Von Matrixprofilen; parametrische sind glatt und kurz, abgetastete passen zu jeder Kurve. ICC 2 hat nur abgetastete.</translation>
    </message>
    <message>
        <source>&amp;ICC version</source>
        <translation>&amp;ICC-Version</translation>
    </message>
    <message>
        <source>2 for programs that do not read 4.</source>
        <translation>2 für Programme, die 4 nicht lesen.</translation>
    </message>
    <message>
        <source>Profile na&amp;me</source>
        <translation>Profilna&amp;me</translation>
    </message>
    <message>
        <source>Filled in are {display}, {serial}, {white}, {luminance}, {tone}, {date}.</source>
        <translation>Ersetzt werden {display}, {serial}, {white}, {luminance}, {tone}, {date}.</translation>
    </message>
    <message>
        <source>Your &amp;role</source>
        <translation>Ihre R&amp;olle</translation>
    </message>
    <message>
        <source>It stands on every line of the worksheet and in reports.</source>
        <translation>Sie steht auf jeder Zeile des Arbeitsblatts und in Berichten.</translation>
    </message>
    <message>
        <source>Mean %1, largest %2, white %3, grays %4, luminance %5 %. %6</source>
        <translation>Mittel %1, größte Abweichung %2, Weiß %3, Grau %4, Leuchtdichte %5 %. %6</translation>
    </message>
    <message>
        <source>as the tolerance says</source>
        <translation>wie die Toleranz sagt</translation>
    </message>
    <message>
        <source>&amp;Difference by</source>
        <translation>A&amp;bstand nach</translation>
    </message>
    <message>
        <source>The formula that the tolerance&apos;s limits are meant in. Visits are compared with each other by CIEDE2000.</source>
        <translation>Die Formel, in der die Grenzen der Toleranz gemeint sind. Sitzungen werden miteinander nach CIEDE2000 verglichen.</translation>
    </message>
    <message>
        <source>&amp;Perceptual takes in</source>
        <translation>Perzepti&amp;v nimmt auf</translation>
    </message>
    <message>
        <source>Of table profiles: the colours that fit into this panel by the perceptual intent; sRGB suits most pictures.</source>
        <translation>Bei Tabellenprofilen: die Farben, die die perzeptive Wiedergabe in dieses Panel einpasst; sRGB passt für die meisten Bilder.</translation>
    </message>
    <message>
        <source>quick: up to 40 readings</source>
        <translation>schnell: bis zu 40 Messungen</translation>
    </message>
    <message>
        <source>until white stands still</source>
        <translation>bis Weiß still steht</translation>
    </message>
    <message>
        <source>%1 minutes</source>
        <translation>%1 Minuten</translation>
    </message>
    <message>
        <source>&amp;Warming up</source>
        <translation>&amp;Warmlaufen</translation>
    </message>
    <message>
        <source>Measured is surer and mostly shorter; a fixed time is the other school. Either says how far from stable.</source>
        <translation>Gemessen ist sicherer und meist kürzer; eine feste Zeit ist die andere Schule. Beide sagen, wie weit er von stabil ist.</translation>
    </message>
    <message>
        <source>at once</source>
        <translation>sofort</translation>
    </message>
    <message>
        <source>gently, by small steps</source>
        <translation>sanft, in kleinen Schritten</translation>
    </message>
    <message>
        <source>Patches &amp;follow each other</source>
        <translation>Farbfelder &amp;folgen einander</translation>
    </message>
    <message>
        <source>Gently takes about a fifth longer; for people whom sudden changes of brightness disturb or harm.</source>
        <translation>Sanft dauert etwa ein Fünftel länger; für Menschen, die plötzliche Helligkeitswechsel stören oder gefährden.</translation>
    </message>
</context>
<context>
    <name>lamp::app::WorkingLine</name>
    <message>
        <source>%1 What stands here was worked out at %2.</source>
        <translation>%1 Was hier steht, wurde um %2 ausgewertet.</translation>
    </message>
</context>
<context>
    <name>lamp::app::Worksheet</name>
    <message>
        <source>Report (R)</source>
        <translation>Bericht (R)</translation>
    </message>
    <message>
        <source>Worksheet</source>
        <translation>Arbeitsblatt</translation>
    </message>
    <message>
        <source>Inspect and install the profile…</source>
        <translation>Profil untersuchen und installieren …</translation>
    </message>
    <message>
        <source>No.</source>
        <translation>Nr.</translation>
    </message>
    <message>
        <source>Patch</source>
        <translation>Messfeld</translation>
    </message>
    <message>
        <source>Y, cd/m²</source>
        <translation>Y, cd/m²</translation>
    </message>
    <message>
        <source>x</source>
        <translation>x</translation>
    </message>
    <message>
        <source>y</source>
        <translation>y</translation>
    </message>
    <message>
        <source>s</source>
        <translation>s</translation>
    </message>
    <message>
        <source>Readings of this stage</source>
        <translation>Messungen dieses Schritts</translation>
    </message>
    <message>
        <source> (read again)</source>
        <translation> (wiederholt)</translation>
    </message>
    <message>
        <source>%1: %2, %3</source>
        <translation>%1: %2, %3</translation>
    </message>
    <message>
        <source>Within tolerance (%1).</source>
        <translation>In Toleranz (%1).</translation>
    </message>
    <message>
        <source>Out of tolerance (%1).</source>
        <translation>Außer Toleranz (%1).</translation>
    </message>
    <message>
        <source>Undecided (%1).</source>
        <translation>Unentschieden (%1).</translation>
    </message>
    <message>
        <source>Warning:</source>
        <translation>Achtung:</translation>
    </message>
    <message>
        <source>Done (Space)</source>
        <translation>Fertig (Leertaste)</translation>
    </message>
    <message>
        <source>Use this target (Space)</source>
        <translation>Dieses Ziel benutzen (Leertaste)</translation>
    </message>
    <message>
        <source>Try again (Space)</source>
        <translation>Erneut versuchen (Leertaste)</translation>
    </message>
    <message>
        <source>Let the bench set it (Space)</source>
        <translation>Messplatz einstellen lassen (Leertaste)</translation>
    </message>
    <message>
        <source>It is set (Space)</source>
        <translation>Eingestellt (Leertaste)</translation>
    </message>
    <message>
        <source>Sign off (Space)</source>
        <translation>Abnehmen (Leertaste)</translation>
    </message>
    <message>
        <source>I set it myself (Enter)</source>
        <translation>Selbst eingestellt (Eingabe)</translation>
    </message>
    <message>
        <source>What was seen (may stay empty)</source>
        <translation>Was zu sehen war (darf leer bleiben)</translation>
    </message>
    <message>
        <source>Remarks (may stay empty)</source>
        <translation>Bemerkungen (dürfen leer bleiben)</translation>
    </message>
    <message>
        <source>What was seen</source>
        <translation>Was zu sehen war</translation>
    </message>
    <message>
        <source>Remarks</source>
        <translation>Bemerkungen</translation>
    </message>
    <message>
        <source>Taken away, it stands in the visit&apos;s record as left out.</source>
        <translation>Weggenommen steht es in der Aufzeichnung der Sitzung als ausgelassen.</translation>
    </message>
    <message>
        <source>Enough: go on with what there is (E)</source>
        <translation>Genug: weiter mit dem, was da ist (E)</translation>
    </message>
    <message>
        <source>The profile is made from the readings so far, and verified; it is said that fewer were read.</source>
        <translation>Das Profil wird aus den bisherigen Messungen gemacht und geprüft; es wird gesagt, dass weniger gemessen wurde.</translation>
    </message>
    <message>
        <source>Read once more (A)</source>
        <translation>Noch einmal messen (A)</translation>
    </message>
    <message>
        <source>The reading that is chosen in the list, else the last one. Both count where they agree; it stays on the record.</source>
        <translation>Die in der Liste gewählte Messung, sonst die letzte. Beide zählen, wo sie übereinstimmen; es bleibt vermerkt.</translation>
    </message>
    <message>
        <source>The profile is within tolerance (%1).</source>
        <translation>Das Profil liegt in der Toleranz (%1).</translation>
    </message>
    <message>
        <source>The profile is out of tolerance (%1).</source>
        <translation>Das Profil liegt außerhalb der Toleranz (%1).</translation>
    </message>
    <message>
        <source>It stays due: it is out of tolerance.</source>
        <translation>Er bleibt fällig: er ist außer Toleranz.</translation>
    </message>
    <message>
        <source>Due again on %1, by %2; sooner where its history will say so.</source>
        <translation>Wieder fällig am %1 durch %2; früher, wo seine Historie es sagen wird.</translation>
    </message>
</context>
<context>
    <name>patch</name>
    <message>
        <source>white</source>
        <translation>Weiß</translation>
    </message>
    <message>
        <source>black</source>
        <translation>Schwarz</translation>
    </message>
    <message>
        <source>red</source>
        <translation>Rot</translation>
    </message>
    <message>
        <source>green</source>
        <translation>Grün</translation>
    </message>
    <message>
        <source>blue</source>
        <translation>Blau</translation>
    </message>
    <message>
        <source>gray</source>
        <translation>Grau</translation>
    </message>
    <message>
        <source>colour</source>
        <translation>Farbe</translation>
    </message>
    <message>
        <source>reading</source>
        <translation>Messung</translation>
    </message>
    <message>
        <source>full red</source>
        <translation>volles Rot</translation>
    </message>
    <message>
        <source>full green</source>
        <translation>volles Grün</translation>
    </message>
    <message>
        <source>full blue</source>
        <translation>volles Blau</translation>
    </message>
    <message>
        <source>fifth colour</source>
        <translation>fünfte Farbe</translation>
    </message>
    <message>
        <source>again</source>
        <translation>wiederholt</translation>
    </message>
    <message>
        <source>once more</source>
        <translation>noch einmal</translation>
    </message>
    <message>
        <source>longer</source>
        <translation>länger</translation>
    </message>
    <message>
        <source>again, to be sure</source>
        <translation>sicherheitshalber wiederholt</translation>
    </message>
    <message>
        <source>to be sure</source>
        <translation>sicherheitshalber</translation>
    </message>
    <message>
        <source>smaller</source>
        <translation>kleiner</translation>
    </message>
    <message>
        <source>warming up</source>
        <translation>beim Aufwärmen</translation>
    </message>
    <message>
        <source>for the correction</source>
        <translation>für die Korrektur</translation>
    </message>
    <message>
        <source>brightness turned by hand</source>
        <translation>Helligkeit von Hand eingestellt</translation>
    </message>
    <message>
        <source>to see whether readings lag</source>
        <translation>auf nachhinkende Messungen</translation>
    </message>
    <message>
        <source>for light from outside</source>
        <translation>auf Fremdlicht</translation>
    </message>
    <message>
        <source>which cannot be</source>
        <translation>unmöglich</translation>
    </message>
    <message>
        <source>room light</source>
        <translation>Umgebungslicht</translation>
    </message>
    <message>
        <source>light skin</source>
        <translation>helle Haut</translation>
    </message>
    <message>
        <source>dark skin</source>
        <translation>dunkle Haut</translation>
    </message>
    <message>
        <source>sky</source>
        <translation>Himmel</translation>
    </message>
    <message>
        <source>foliage</source>
        <translation>Laub</translation>
    </message>
    <message>
        <source>yellow</source>
        <translation>Gelb</translation>
    </message>
    <message>
        <source>navy</source>
        <translation>Marineblau</translation>
    </message>
    <message>
        <source>shallow water</source>
        <translation>flaches Wasser</translation>
    </message>
    <message>
        <source>magenta</source>
        <translation>Magenta</translation>
    </message>
    <message>
        <source>cyan</source>
        <translation>Cyan</translation>
    </message>
    <message>
        <source>brown</source>
        <translation>Braun</translation>
    </message>
    <message>
        <source>dark green</source>
        <translation>Dunkelgrün</translation>
    </message>
    <message>
        <source>dark red</source>
        <translation>Dunkelrot</translation>
    </message>
    <message>
        <source>orange</source>
        <translation>Orange</translation>
    </message>
    <message>
        <source>pink</source>
        <translation>Rosa</translation>
    </message>
    <message>
        <source>purple</source>
        <translation>Violett</translation>
    </message>
    <message>
        <source>white after a turn of the menu</source>
        <translation>Weiß nach Menüänderung</translation>
    </message>
    <message>
        <source>dark cyan</source>
        <translation>dunkles Cyan</translation>
    </message>
    <message>
        <source>larger</source>
        <translation>größer</translation>
    </message>
    <message>
        <source>black beside white</source>
        <translation>Schwarz neben Weiß</translation>
    </message>
    <message>
        <source>for it may be white</source>
        <translation>denn es kann Weiß sein</translation>
    </message>
    <message>
        <source>peak</source>
        <translation>Spitze</translation>
    </message>
    <message>
        <source>lasting</source>
        <translation>dauernd</translation>
    </message>
    <message>
        <source>reference</source>
        <translation>Bezug</translation>
    </message>
    <message>
        <source>room</source>
        <translation>Raum</translation>
    </message>
</context>
<context>
    <name>window</name>
    <message>
        <source>Calibrates, profiles and verifies displays.</source>
        <translation>Kalibriert, profiliert und überprüft Bildschirme.</translation>
    </message>
    <message>
        <source>Open the demo studio.</source>
        <translation>Das Demo-Studio öffnen.</translation>
    </message>
    <message>
        <source>Save a picture of the window, then quit.</source>
        <translation>Ein Bild des Fensters speichern, dann beenden.</translation>
    </message>
    <message>
        <source>Quit after the first painting (for benchmarks).</source>
        <translation>Nach dem ersten Zeichnen beenden (für Leistungsmessungen).</translation>
    </message>
    <message>
        <source>Language: en or de; the system&apos;s where left out.</source>
        <translation>Sprache: en oder de; ohne Angabe die des Systems.</translation>
    </message>
    <message>
        <source>The picture was saved.</source>
        <translation>Das Bild wurde gespeichert.</translation>
    </message>
    <message>
        <source>The picture could not be saved.</source>
        <translation>Das Bild konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>The studio: a file, or postgresql://...</source>
        <translation>Das Studio: eine Datei oder postgresql://...</translation>
    </message>
    <message>
        <source>Open a demo studio of four displays, visited while it opens.</source>
        <translation>Ein Demo-Studio mit vier Bildschirmen öffnen, die beim Öffnen gemessen werden.</translation>
    </message>
</context>
<context>
    <name>words</name>
    <message>
        <source>All readings taken so far are kept.</source>
        <translation>Alle bisherigen Messungen bleiben erhalten.</translation>
    </message>
    <message>
        <source>Stopped on request.</source>
        <translation>Auf Wunsch angehalten.</translation>
    </message>
    <message>
        <source>Nothing was changed on the display.</source>
        <translation>Am Bildschirm wurde nichts geändert.</translation>
    </message>
    <message>
        <source>The display holds no 3D LUT.</source>
        <translation>Der Bildschirm hat keine 3D-LUT.</translation>
    </message>
    <message>
        <source>The bench could not be started: %1.</source>
        <translation>Der Messplatz konnte nicht gestartet werden: %1.</translation>
    </message>
    <message>
        <source>The bench could not do &quot;%1&quot;: %2 (%3).</source>
        <translation>Der Messplatz konnte „%1“ nicht ausführen: %2 (%3).</translation>
    </message>
    <message>
        <source>The bench command could not be run: %1.</source>
        <translation>Der Befehl des Messplatzes konnte nicht ausgeführt werden: %1.</translation>
    </message>
    <message>
        <source>Check the spelling, and that the program is installed and executable.</source>
        <translation>Die Schreibweise prüfen und ob das Programm installiert und ausführbar ist.</translation>
    </message>
    <message>
        <source>The bench speaks &quot;%1&quot;; this program speaks &quot;lamp-bench/1&quot;.</source>
        <translation>Der Messplatz spricht „%1“; dieses Programm spricht „lamp-bench/1“.</translation>
    </message>
    <message>
        <source>Use a bench program for lamp-bench/1.</source>
        <translation>Ein Messplatzprogramm für lamp-bench/1 benutzen.</translation>
    </message>
    <message>
        <source>It ended with status %1.</source>
        <translation>Er endete mit Status %1.</translation>
    </message>
    <message>
        <source>Its last words: %1</source>
        <translation>Seine letzte Ausgabe: %1</translation>
    </message>
    <message>
        <source>Check the bench program (it was asked for &quot;%1&quot;), then start the visit again.</source>
        <translation>Das Messplatzprogramm prüfen (es wurde nach „%1“ gefragt), dann die Sitzung erneut starten.</translation>
    </message>
    <message>
        <source>The bench is gone.</source>
        <translation>Der Messplatz ist nicht mehr da.</translation>
    </message>
    <message>
        <source>The bench ended without an answer.</source>
        <translation>Der Messplatz endete ohne Antwort.</translation>
    </message>
    <message>
        <source>The bench&apos;s clock %1.</source>
        <translation>Die Uhr des Messplatzes %1.</translation>
    </message>
    <message>
        <source>Check the bench program: without a running clock, warm-up and drift cannot be told.</source>
        <translation>Das Messplatzprogramm prüfen: Ohne laufende Uhr sind Aufwärmen und Drift nicht zu erkennen.</translation>
    </message>
    <message>
        <source>tells an impossible time</source>
        <translation>nennt eine unmögliche Zeit</translation>
    </message>
    <message>
        <source>runs backwards, from %1 to %2 s</source>
        <translation>läuft rückwärts, von %1 auf %2 s</translation>
    </message>
    <message>
        <source>stands still at %1 s</source>
        <translation>steht bei %1 s still</translation>
    </message>
    <message>
        <source>The bench did not answer within %1.</source>
        <translation>Der Messplatz hat innerhalb von %1 nicht geantwortet.</translation>
    </message>
    <message>
        <source>The bench sent a line without end.</source>
        <translation>Der Messplatz sendete eine Zeile ohne Ende.</translation>
    </message>
    <message>
        <source>skipped a line that is no answer: %1</source>
        <translation>Zeile übersprungen, die keine Antwort ist: %1</translation>
    </message>
    <message>
        <source>The bench sent more than 100 lines that are no answers.</source>
        <translation>Der Messplatz sendete über 100 Zeilen, die keine Antworten sind.</translation>
    </message>
    <message>
        <source>%1 Trying again (%2).</source>
        <translation>%1 Neuer Versuch (%2).</translation>
    </message>
    <message>
        <source>a list of texts</source>
        <translation>eine Liste von Texten</translation>
    </message>
    <message>
        <source>a list of at most %1 short texts</source>
        <translation>eine Liste von höchstens %1 kurzen Texten</translation>
    </message>
    <message>
        <source>The bench&apos;s answer to %1 is not understood: &quot;%2&quot; should be %3.</source>
        <translation>Die Antwort des Messplatzes auf %1 ist unverständlich: Für „%2“ wird erwartet: %3.</translation>
    </message>
    <message>
        <source>Check the bench program; docs/protocol.md says what it should send.</source>
        <translation>Das Messplatzprogramm prüfen; docs/protocol.md sagt, was es senden soll.</translation>
    </message>
    <message>
        <source>a list of objects</source>
        <translation>eine Liste von Objekten</translation>
    </message>
    <message>
        <source>objects with a name, min below max and a step above 0</source>
        <translation>Objekte mit Namen, min unter max und einem Schritt über 0</translation>
    </message>
    <message>
        <source>controls of at most a million steps</source>
        <translation>Regler mit höchstens einer Million Schritten</translation>
    </message>
    <message>
        <source>true or false</source>
        <translation>true oder false</translation>
    </message>
    <message>
        <source>a text of at most %1 bytes</source>
        <translation>ein Text von höchstens %1 Byte</translation>
    </message>
    <message>
        <source>a list of numbers</source>
        <translation>eine Liste von Zahlen</translation>
    </message>
    <message>
        <source>a list of three numbers</source>
        <translation>eine Liste von drei Zahlen</translation>
    </message>
    <message>
        <source>at most %1</source>
        <translation>höchstens %1</translation>
    </message>
    <message>
        <source>a list of at most %1</source>
        <translation>eine Liste von höchstens %1</translation>
    </message>
    <message>
        <source>an object or null</source>
        <translation>ein Objekt oder null</translation>
    </message>
    <message>
        <source>2 to 65536 entries of 1 to 16 bits</source>
        <translation>2 bis 65536 Einträge zu 1 bis 16 Bit</translation>
    </message>
    <message>
        <source>2 to 129 nodes along each axis</source>
        <translation>2 bis 129 Knoten je Achse</translation>
    </message>
    <message>
        <source>between 0 and %1</source>
        <translation>zwischen 0 und %1</translation>
    </message>
    <message>
        <source>between 0 and 1</source>
        <translation>zwischen 0 und 1</translation>
    </message>
    <message>
        <source>given</source>
        <translation>angegeben</translation>
    </message>
    <message>
        <source>never negative</source>
        <translation>nie negativ</translation>
    </message>
    <message>
        <source>less light than the sun gives</source>
        <translation>weniger Licht, als die Sonne gibt</translation>
    </message>
    <message>
        <source>at most %1 values at a step above 0</source>
        <translation>höchstens %1 Werte mit einem Schritt über 0</translation>
    </message>
    <message>
        <source>two numbers between 0 and 1</source>
        <translation>zwei Zahlen zwischen 0 und 1</translation>
    </message>
    <message>
        <source>above 0 and at most 1</source>
        <translation>über 0 und höchstens 1</translation>
    </message>
    <message>
        <source>r, g and b must be lists of equal length, 2 or more</source>
        <translation>r, g und b müssen gleich lange Listen sein, 2 oder mehr</translation>
    </message>
    <message>
        <source>LUT values must lie between 0 and 1</source>
        <translation>LUT-Werte müssen zwischen 0 und 1 liegen</translation>
    </message>
    <message>
        <source>size must be 0 (none) or 2 to 129, with size³ values</source>
        <translation>size muss 0 (keine) oder 2 bis 129 sein, mit size³ Werten</translation>
    </message>
    <message>
        <source>each value must be three numbers</source>
        <translation>jeder Wert muss aus drei Zahlen bestehen</translation>
    </message>
    <message>
        <source>&quot;desk&quot; or two numbers</source>
        <translation>„desk“ oder zwei Zahlen</translation>
    </message>
    <message>
        <source>mode must be emission or ambient</source>
        <translation>mode muss emission oder ambient sein</translation>
    </message>
    <message>
        <source>seconds must be 0 or more</source>
        <translation>seconds muss 0 oder mehr sein</translation>
    </message>
    <message>
        <source>this bench does not know &quot;%1&quot;</source>
        <translation>dieser Messplatz kennt „%1“ nicht</translation>
    </message>
    <message>
        <source>a request must be a JSON object with an id and a &quot;do&quot;</source>
        <translation>eine Anfrage muss ein JSON-Objekt mit id und „do“ sein</translation>
    </message>
    <message>
        <source>&quot;%1&quot; must be %2</source>
        <translation>„%1“ muss sein: %2</translation>
    </message>
    <message>
        <source>There is no simulated display called &quot;%1&quot;.</source>
        <translation>Es gibt keinen simulierten Bildschirm namens „%1“.</translation>
    </message>
    <message>
        <source>Choose one of: %1.</source>
        <translation>Wählen Sie aus: %1.</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is no kind of panel.</source>
        <translation>„%1“ ist keine Panelart.</translation>
    </message>
    <message>
        <source>The bench protocol names them (docs/protocol.md).</source>
        <translation>Das Messplatzprotokoll nennt sie (docs/protocol.md).</translation>
    </message>
    <message>
        <source>Read red, green, blue and white at full drive with both instruments in the same place.</source>
        <translation>Rot, Grün, Blau und Weiß bei voller Ansteuerung mit beiden Messgeräten an derselben Stelle messen.</translation>
    </message>
    <message>
        <source>One of the four colours reads nothing.</source>
        <translation>Eine der vier Farben gibt keinen Messwert.</translation>
    </message>
    <message>
        <source>Red, green and blue read too much alike to make a correction from.</source>
        <translation>Rot, Grün und Blau messen sich zu ähnlich, um daraus eine Korrektur zu machen.</translation>
    </message>
    <message>
        <source>It changes readings by more than two instruments can differ (%1 %): was one of them not on the patch, or set to another correction?</source>
        <translation>Sie ändert Messungen stärker, als sich zwei Messgeräte unterscheiden können (%1 %): Lag eines nicht auf dem Messfeld, oder war eine andere Korrektur eingestellt?</translation>
    </message>
    <message>
        <source>It would magnify noise %1 times.</source>
        <translation>Sie würde das Rauschen auf das %1-Fache verstärken.</translation>
    </message>
    <message>
        <source>On a colour that it was not made from it is still off by ΔE00 %1.</source>
        <translation>Bei einer Farbe, aus der sie nicht gemacht wurde, weicht sie noch um ΔE00 %1 ab.</translation>
    </message>
    <message>
        <source>It was made for %1 %2, and %3 %4 is in use.</source>
        <translation>Sie wurde für %1 %2 gemacht, in Gebrauch ist %3 %4.</translation>
    </message>
    <message>
        <source>It was made on a panel of the kind %1, and this one is %2.</source>
        <translation>Sie wurde an einem Panel der Art %1 gemacht, dieses ist %2.</translation>
    </message>
    <message>
        <source>The instrument does not answer: plug it in again. Its correction and place are restored automatically.</source>
        <translation>Das Messgerät antwortet nicht: erneut anschließen. Korrektur und Position werden von selbst wiederhergestellt.</translation>
    </message>
    <message>
        <source>The cover is over the sensor: take it off and put the instrument back in its place.</source>
        <translation>Die Abdeckung liegt über dem Sensor: abnehmen und das Messgerät wieder an seinen Platz setzen.</translation>
    </message>
    <message>
        <source>The instrument does not see the patch: put it flat in the marked place.</source>
        <translation>Das Messgerät sieht das Messfeld nicht: flach auf die markierte Stelle setzen.</translation>
    </message>
    <message numerus="yes">
        <source>%n readings</source>
        <translation>
            <numerusform>%n Messung</numerusform>
            <numerusform>%n Messungen</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n tries</source>
        <translation>
            <numerusform>%n Versuch</numerusform>
            <numerusform>%n Versuchen</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n colours</source>
        <translation>
            <numerusform>%n Farbe</numerusform>
            <numerusform>%n Farben</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n instruments</source>
        <translation>
            <numerusform>%n Messgerät</numerusform>
            <numerusform>%n Messgeräte</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n bytes</source>
        <translation>
            <numerusform>%n Byte</numerusform>
            <numerusform>%n Byte</numerusform>
        </translation>
    </message>
    <message>
        <source>%1 were asked for</source>
        <translation>%1 wurden angefordert</translation>
    </message>
    <message>
        <source>%1 of the bench&apos;s time have passed</source>
        <translation>%1 Messplatzzeit sind vergangen</translation>
    </message>
    <message>
        <source>%1 have passed</source>
        <translation>%1 sind vergangen</translation>
    </message>
    <message>
        <source>%1, far more than this work needs, and it did not finish.</source>
        <translation>%1, weit mehr als nötig, und die Arbeit kam zu keinem Ende.</translation>
    </message>
    <message>
        <source>Check that display and instrument stay still and belong together, then start again.</source>
        <translation>Prüfen, ob Bildschirm und Messgerät ruhig stehen und zusammengehören, dann erneut beginnen.</translation>
    </message>
    <message>
        <source>%1 (The bench says: %2)</source>
        <translation>%1 (Der Messplatz meldet: %2)</translation>
    </message>
    <message>
        <source>an impossible light</source>
        <translation>ein unmögliches Licht</translation>
    </message>
    <message>
        <source>%1 cd/m², more than any display gives</source>
        <translation>%1 cd/m², mehr als jeder Bildschirm gibt</translation>
    </message>
    <message>
        <source>%1 cd/m², which is nothing</source>
        <translation>%1 cd/m², also nichts</translation>
    </message>
    <message>
        <source>x %1, y %2, a colour that no light has</source>
        <translation>x %1, y %2, eine Farbart, die kein Licht hat</translation>
    </message>
    <message>
        <source>%1 reads %2, while %3 is shown.</source>
        <translation>%1 misst %2, während %3 gezeigt wird.</translation>
    </message>
    <message>
        <source>full white</source>
        <translation>volles Weiß</translation>
    </message>
    <message>
        <source>a patch (%1, %2, %3 %)</source>
        <translation>ein Messfeld (%1, %2, %3 %)</translation>
    </message>
    <message>
        <source>Check that the display is on and shows the patch, that the instrument lies on it with its cover off, and that it is set for this kind of display; then start again.</source>
        <translation>Prüfen, ob der Bildschirm an ist und das Messfeld zeigt, ob das Messgerät ohne Abdeckung darauf liegt und ob es auf diese Bildschirmart eingestellt ist; dann erneut beginnen.</translation>
    </message>
    <message>
        <source>%1 It is read again.</source>
        <translation>%1 Die Messung wird wiederholt.</translation>
    </message>
    <message>
        <source>It did not recover after %1: check the instrument and its cable, then continue the visit.</source>
        <translation>Nach %1 keine Besserung: Messgerät und Kabel prüfen, dann die Sitzung fortsetzen.</translation>
    </message>
    <message>
        <source>Check the instrument, then continue the visit.</source>
        <translation>Das Messgerät prüfen, dann die Sitzung fortsetzen.</translation>
    </message>
    <message>
        <source>%1 reads &quot;%2&quot; as %3, %4 and %5 cd/m² one after the other.</source>
        <translation>%1 misst „%2“ nacheinander als %3, %4 und %5 cd/m².</translation>
    </message>
    <message>
        <source>Check that the patch on the display stays as it is, that nothing changes its brightness, and that the instrument lies still.</source>
        <translation>Prüfen, ob das Messfeld gleich bleibt, ob nichts die Helligkeit ändert und ob das Messgerät ruhig liegt.</translation>
    </message>
    <message>
        <source>A reading of &quot;%1&quot; did not repeat and was taken again.</source>
        <translation>Eine Messung von „%1“ war nicht wiederholbar und wurde neu gemacht.</translation>
    </message>
    <message>
        <source>The patch &quot;%1&quot; never became stable; its last reading is used.</source>
        <translation>Das Messfeld „%1“ wurde nie stabil; die letzte Messung zählt.</translation>
    </message>
    <message>
        <source>%1 answers with the patch before: each reading lags by one patch.</source>
        <translation>%1 antwortet mit dem vorigen Messfeld: Jede Messung hinkt um ein Feld nach.</translation>
    </message>
    <message>
        <source>Check the bench program: it has to answer with a reading that begins after the patch is shown.</source>
        <translation>Das Messplatzprogramm prüfen: Die Messung muss beginnen, nachdem das Messfeld gezeigt wird.</translation>
    </message>
    <message>
        <source>All patches read alike (white %1, black %2 cd/m²): the readings do not follow the screen.</source>
        <translation>Alle Messfelder messen sich gleich (Weiß %1, Schwarz %2 cd/m²): Die Messungen folgen dem Bildschirm nicht.</translation>
    </message>
    <message>
        <source>Check that the instrument lies on this screen, over the patch, with its cover off.</source>
        <translation>Prüfen, ob das Messgerät ohne Abdeckung auf diesem Bildschirm über dem Messfeld liegt.</translation>
    </message>
    <message>
        <source>Red, green and blue as %1 reads them are not red, green and blue: the readings do not follow what is shown.</source>
        <translation>Rot, Grün und Blau sind für %1 nicht Rot, Grün und Blau: Die Messungen folgen dem Gezeigten nicht.</translation>
    </message>
    <message>
        <source>Check that the instrument lies on this screen, over the patch, and that night colours and the like are off.</source>
        <translation>Prüfen, ob das Messgerät auf diesem Bildschirm über dem Messfeld liegt und ob Nachtfarben und Ähnliches aus sind.</translation>
    </message>
    <message>
        <source>Channels are swapped: %1, by %2.</source>
        <translation>Kanäle sind vertauscht: %1, laut %2.</translation>
    </message>
    <message>
        <source>%1 reads as %2</source>
        <translation>%1 misst sich als %2</translation>
    </message>
    <message>
        <source>Check the display&apos;s cable and input settings, and the bench program; then start again.</source>
        <translation>Kabel und Eingangseinstellungen des Bildschirms und das Messplatzprogramm prüfen; dann erneut beginnen.</translation>
    </message>
    <message>
        <source>red</source>
        <translation>Rot</translation>
    </message>
    <message>
        <source>green</source>
        <translation>Grün</translation>
    </message>
    <message>
        <source>blue</source>
        <translation>Blau</translation>
    </message>
    <message>
        <source>dutiful-lamp-cli: %1</source>
        <translation>dutiful-lamp-cli: %1</translation>
    </message>
    <message>
        <source>Note: %1</source>
        <translation>Hinweis: %1</translation>
    </message>
    <message>
        <source>Note: bench: %1</source>
        <translation>Hinweis: Messplatz: %1</translation>
    </message>
    <message>
        <source>Warning: %1</source>
        <translation>Achtung: %1</translation>
    </message>
    <message>
        <source>%1  %2 %</source>
        <translation>%1  %2 %</translation>
    </message>
    <message>
        <source>%1  %2 %, about %3 left</source>
        <translation>%1  %2 %, noch etwa %3</translation>
    </message>
    <message>
        <source>%1 cannot be &quot;%2&quot;.</source>
        <translation>%1 kann nicht „%2“ sein.</translation>
    </message>
    <message>
        <source>Choose one of %1.</source>
        <translation>Wählen Sie aus %1.</translation>
    </message>
    <message>
        <source>auto, sampled with --icc 2, which has no parametric curves</source>
        <translation>auto, sampled bei --icc 2, das keine parametrischen Kurven hat</translation>
    </message>
    <message>
        <source>auto, 0, 1, 2 and so on</source>
        <translation>auto, 0, 1, 2 und so weiter</translation>
    </message>
    <message>
        <source>%1 in %2; files in %3</source>
        <translation>%1 in %2; Dateien in %3</translation>
    </message>
    <message>
        <source>No reading had been taken.</source>
        <translation>Es war noch nichts gemessen.</translation>
    </message>
    <message>
        <source>The %1 could not be written anywhere; they follow on standard error.</source>
        <translation>Die %1 konnten nirgends geschrieben werden; sie folgen auf der Standardfehlerausgabe.</translation>
    </message>
    <message>
        <source>The figures follow on standard output.</source>
        <translation>Die Kennzahlen folgen auf der Standardausgabe.</translation>
    </message>
    <message>
        <source>An earlier visit was interrupted; its readings are in %1 and can be imported.</source>
        <translation>Eine frühere Sitzung wurde unterbrochen; ihre Messungen stehen in %1 und können importiert werden.</translation>
    </message>
    <message>
        <source>The files of an earlier visit were moved to %1.</source>
        <translation>Die Dateien einer früheren Sitzung wurden nach %1 verschoben.</translation>
    </message>
    <message>
        <source>There is no target called &quot;%1&quot; and no such file.</source>
        <translation>Es gibt weder ein Ziel namens „%1“ noch eine solche Datei.</translation>
    </message>
    <message>
        <source>There is no tolerance called &quot;%1&quot; and no such file.</source>
        <translation>Es gibt weder eine Toleranz namens „%1“ noch eine solche Datei.</translation>
    </message>
    <message>
        <source>Choose one of %1, or give a JSON file.</source>
        <translation>Wählen Sie aus %1, oder geben Sie eine JSON-Datei an.</translation>
    </message>
    <message>
        <source>A fault is written CODE:FROM or CODE:FROM:COUNT, not &quot;%1&quot;.</source>
        <translation>Ein Fehler wird CODE:VON oder CODE:VON:ANZAHL geschrieben, nicht „%1“.</translation>
    </message>
    <message>
        <source>For example --fault timeout:12:3.</source>
        <translation>Zum Beispiel --fault timeout:12:3.</translation>
    </message>
    <message>
        <source>A lamp is written FROM:SECONDS:CD_M2, not &quot;%1&quot;.</source>
        <translation>Eine Lampe wird VON:SEKUNDEN:CD_M2 geschrieben, nicht „%1“.</translation>
    </message>
    <message>
        <source>For example --lamp 200:40:3.</source>
        <translation>Zum Beispiel --lamp 200:40:3.</translation>
    </message>
    <message>
        <source>No output &quot;%1&quot; is connected.</source>
        <translation>Es ist kein Ausgang „%1“ angeschlossen.</translation>
    </message>
    <message>
        <source>&quot;dutiful-lamp-cli which&quot; lists them.</source>
        <translation>„dutiful-lamp-cli which“ zählt sie auf.</translation>
    </message>
    <message>
        <source>%1: %2</source>
        <translation>%1: %2</translation>
    </message>
    <message>
        <source>Nothing is connected to this X screen.</source>
        <translation>An diesem X-Bildschirm ist nichts angeschlossen.</translation>
    </message>
    <message>
        <source>There is no output called &quot;%1&quot;.</source>
        <translation>Es gibt keinen Ausgang namens „%1“.</translation>
    </message>
    <message>
        <source>Connected: %1.</source>
        <translation>Angeschlossen: %1.</translation>
    </message>
    <message>
        <source>Several outputs are connected; a profile belongs to one.</source>
        <translation>Mehrere Ausgänge sind angeschlossen; ein Profil gehört zu einem.</translation>
    </message>
    <message>
        <source>Name it with --output.</source>
        <translation>Ihn mit --output nennen.</translation>
    </message>
    <message>
        <source>The profile is kept as %1.</source>
        <translation>Das Profil liegt in %1.</translation>
    </message>
    <message>
        <source>%1: the profile was removed, and its ramps are linear now.</source>
        <translation>%1: Das Profil wurde entfernt, und der Ausgang ist jetzt linear.</translation>
    </message>
    <message>
        <source>%1: the profile was removed; the output has no ramps to reset.</source>
        <translation>%1: Das Profil wurde entfernt; der Ausgang hat keine Kurven zum Zurücksetzen.</translation>
    </message>
    <message>
        <source>%1: no profile was in use, and its ramps are linear now.</source>
        <translation>%1: Kein Profil war in Gebrauch, und der Ausgang ist jetzt linear.</translation>
    </message>
    <message>
        <source>%1: no profile was in use; the output has no ramps to reset.</source>
        <translation>%1: Kein Profil war in Gebrauch; der Ausgang hat keine Kurven zum Zurücksetzen.</translation>
    </message>
    <message>
        <source>Nothing was written.</source>
        <translation>Es wurde nichts geschrieben.</translation>
    </message>
    <message>
        <source>--columns cannot be used at &quot;%1&quot;.</source>
        <translation>--columns kann bei „%1“ nicht benutzt werden.</translation>
    </message>
    <message>
        <source>Write HEADING=ROLE, with one of the headings %1 and one of the roles name, red, green, blue, X, Y, Z, x, y, L, a, b, time, unused.</source>
        <translation>SPALTE=ROLLE schreiben, mit einer der Spalten %1 und einer der Rollen name, red, green, blue, X, Y, Z, x, y, L, a, b, time, unused.</translation>
    </message>
    <message>
        <source>%1 leaves something open. %2</source>
        <translation>%1 lässt etwas offen. %2</translation>
    </message>
    <message>
        <source>Give it with --columns, --full-drive or --white-luminance, or accept the guess with --accept-guess.</source>
        <translation>Es mit --columns, --full-drive oder --white-luminance angeben oder die Vermutung mit --accept-guess annehmen.</translation>
    </message>
    <message>
        <source>%1 holds a 3D LUT, no ramps.</source>
        <translation>%1 enthält eine 3D-LUT, keine Kurven.</translation>
    </message>
    <message>
        <source>Give a one-dimensional .cube, or a CSV with index,r,g,b.</source>
        <translation>Eine eindimensionale .cube-Datei oder eine CSV-Datei mit index,r,g,b angeben.</translation>
    </message>
    <message>
        <source>A visit is exported as .icc, .pdf, .html, .json, .txt (CGATS), .csv or .cxf, not &quot;%1&quot;.</source>
        <translation>Eine Sitzung wird als .icc, .pdf, .html, .json, .txt (CGATS), .csv oder .cxf exportiert, nicht „%1“.</translation>
    </message>
    <message>
        <source>Ramps are written as .cube or .csv, not &quot;%1&quot;.</source>
        <translation>Kalibrierkurven werden als .cube oder .csv geschrieben, nicht „%1“.</translation>
    </message>
    <message>
        <source>Readings are written as .csv, .txt (CGATS), .cxf or .json, not &quot;%1&quot;.</source>
        <translation>Messungen werden als .csv, .txt (CGATS), .cxf oder .json geschrieben, nicht „%1“.</translation>
    </message>
    <message>
        <source>Choose one of these endings.</source>
        <translation>Eine dieser Endungen wählen.</translation>
    </message>
    <message>
        <source>%1 holds no calibration ramps.</source>
        <translation>%1 enthält keine Kalibrierkurven.</translation>
    </message>
    <message>
        <source>Choose another profile.</source>
        <translation>Ein anderes Profil wählen.</translation>
    </message>
    <message>
        <source>ICC %1, class %2, created %3</source>
        <translation>ICC %1, Klasse %2, erstellt %3</translation>
    </message>
    <message>
        <source>%1  %2, %3</source>
        <translation>%1  %2, %3</translation>
    </message>
    <message>
        <source>%1  %2, %3: %4</source>
        <translation>%1  %2, %3: %4</translation>
    </message>
    <message>
        <source>note</source>
        <translation>Hinweis</translation>
    </message>
    <message>
        <source>doubt</source>
        <translation>Zweifel</translation>
    </message>
    <message>
        <source>fault</source>
        <translation>Fehler</translation>
    </message>
    <message>
        <source>%1 (%2): %3</source>
        <translation>%1 (%2): %3</translation>
    </message>
    <message>
        <source>Nothing wrong was found.</source>
        <translation>Es wurde nichts Falsches gefunden.</translation>
    </message>
    <message>
        <source>It cannot be read.</source>
        <translation>Es ist nicht lesbar.</translation>
    </message>
    <message>
        <source>Reading this unit</source>
        <translation>Messen dieses Geräts</translation>
    </message>
    <message>
        <source>No ramps are loaded in the display now: apply its profile again before you continue working with it.</source>
        <translation>Im Bildschirm sind jetzt keine Kalibrierkurven geladen: Vor der weiteren Arbeit sein Profil erneut anwenden.</translation>
    </message>
    <message>
        <source>Compared with each other: %1</source>
        <translation>Untereinander verglichen: %1</translation>
    </message>
    <message>
        <source>%1: agrees, group %2, mean ΔE00 %3 from the others</source>
        <translation>%1: stimmt überein, Gruppe %2, im Mittel ΔE00 %3 von den anderen</translation>
    </message>
    <message>
        <source>%1: stands apart, group %2, mean ΔE00 %3 from the others</source>
        <translation>%1: weicht ab, Gruppe %2, im Mittel ΔE00 %3 von den anderen</translation>
    </message>
    <message>
        <source>On this unit: %1: mean ΔE00 %2, max %3, white off by %4</source>
        <translation>An diesem Gerät: %1: ΔE00 im Mittel %2, höchstens %3, Weiß um %4 daneben</translation>
    </message>
    <message>
        <source>no profile</source>
        <translation>kein Profil</translation>
    </message>
    <message>
        <source>There is no tone curve called &quot;%1&quot;.</source>
        <translation>Es gibt keine Tonwertkurve namens „%1“.</translation>
    </message>
    <message>
        <source>Choose srgb, lstar, bt1886 or a number such as 2.4.</source>
        <translation>srgb, lstar, bt1886 oder eine Zahl wie 2.4 wählen.</translation>
    </message>
    <message>
        <source>White reads %1 cd/m² instead of %2: the display is not in the state that its profile describes (menu, mode, ramps).</source>
        <translation>Weiß misst %1 cd/m² statt %2: Der Bildschirm ist nicht in dem Zustand, den sein Profil beschreibt (Menü, Modus, Kalibrierkurven).</translation>
    </message>
    <message>
        <source>Profile the display again.</source>
        <translation>Den Bildschirm neu profilieren.</translation>
    </message>
    <message>
        <source>--size must be between 2 and 129.</source>
        <translation>--size muss zwischen 2 und 129 liegen.</translation>
    </message>
    <message>
        <source>There is no colour space called &quot;%1&quot;.</source>
        <translation>Es gibt keinen Farbraum namens „%1“.</translation>
    </message>
    <message>
        <source>Colour spaces: %1. Usual sizes: 17, 33, 65.</source>
        <translation>Farbräume: %1. Übliche Größen: 17, 33, 65.</translation>
    </message>
    <message>
        <source>Measured through it: ΔE00 mean %1, max %2: %3 (%4)</source>
        <translation>Dadurch gemessen: ΔE00 im Mittel %1, höchstens %2: %3 (%4)</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is no number above 0</source>
        <translation>„%1“ ist keine Zahl über 0</translation>
    </message>
    <message>
        <source>Try `dutiful-lamp-cli %1--help`.</source>
        <translation>`dutiful-lamp-cli %1--help` hilft weiter.</translation>
    </message>
    <message>
        <source>There is no command &quot;%1&quot;.</source>
        <translation>Es gibt keinen Befehl „%1“.</translation>
    </message>
    <message>
        <source>A command is needed.</source>
        <translation>Ein Befehl fehlt.</translation>
    </message>
    <message>
        <source>Commands: %1.</source>
        <translation>Befehle: %1.</translation>
    </message>
    <message>
        <source>%1 is missing.</source>
        <translation>%1 fehlt.</translation>
    </message>
    <message>
        <source>This was not expected: %1</source>
        <translation>Das wurde nicht erwartet: %1</translation>
    </message>
    <message>
        <source>There is no language &quot;%1&quot;.</source>
        <translation>Es gibt keine Sprache „%1“.</translation>
    </message>
    <message>
        <source>Languages: %1.</source>
        <translation>Sprachen: %1.</translation>
    </message>
    <message>
        <source>A fault of the program itself: %1. Please report it with what you were doing.</source>
        <translation>Ein Fehler des Programms selbst: %1. Bitte mit einer Beschreibung der Umstände melden.</translation>
    </message>
    <message>
        <source>Standard output could not be written.</source>
        <translation>Die Standardausgabe konnte nicht geschrieben werden.</translation>
    </message>
    <message>
        <source>The profile itself is installed.</source>
        <translation>Das Profil selbst ist installiert.</translation>
    </message>
    <message>
        <source>Choose it in the desktop&apos;s settings for the display.</source>
        <translation>In den Systemeinstellungen für den Bildschirm auswählen.</translation>
    </message>
    <message>
        <source>The desktop&apos;s colour manager knows no device for %1</source>
        <translation>Die Farbverwaltung des Systems kennt kein Gerät für %1</translation>
    </message>
    <message>
        <source>The desktop&apos;s colour manager did not take the profile</source>
        <translation>Die Farbverwaltung des Systems hat das Profil nicht angenommen</translation>
    </message>
    <message>
        <source>The desktop&apos;s colour manager did not make it the display&apos;s default profile: %1.</source>
        <translation>Die Farbverwaltung des Systems hat es nicht zum Standardprofil des Bildschirms gemacht: %1.</translation>
    </message>
    <message>
        <source>In the desktop&apos;s colour manager it is the default of %1.</source>
        <translation>In der Farbverwaltung des Systems ist es der Standard für %1.</translation>
    </message>
    <message>
        <source>Apply the profile again.</source>
        <translation>Das Profil erneut anwenden.</translation>
    </message>
    <message>
        <source>Profile and ramps could not be remembered, so they are not switched.</source>
        <translation>Profil und Kalibrierkurven konnten nicht gemerkt werden und werden daher nicht umgeschaltet.</translation>
    </message>
    <message>
        <source>What was in use before the comparison could not be restored.</source>
        <translation>Der Zustand vor dem Vergleich konnte nicht wiederhergestellt werden.</translation>
    </message>
    <message>
        <source>No profile is installed for the output %1.</source>
        <translation>Für den Ausgang %1 ist kein Profil installiert.</translation>
    </message>
    <message>
        <source>Install one with apply --profile FILE --output %1.</source>
        <translation>Eines mit apply --profile DATEI --output %1 installieren.</translation>
    </message>
    <message>
        <source>The list of installed profiles cannot be read: %1 is damaged.</source>
        <translation>Die Liste der installierten Profile ist nicht lesbar: %1 ist beschädigt.</translation>
    </message>
    <message>
        <source>It was set aside as %1.</source>
        <translation>Sie wurde als %1 beiseitegelegt.</translation>
    </message>
    <message>
        <source>Install the profiles again.</source>
        <translation>Die Profile erneut installieren.</translation>
    </message>
    <message>
        <source>No profile is installed, and none is in use.</source>
        <translation>Es ist kein Profil installiert, und keines ist in Gebrauch.</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is in use; it was not installed from here.</source>
        <translation>„%1“ ist in Gebrauch; es wurde nicht von hier installiert.</translation>
    </message>
    <message>
        <source>an unreadable profile</source>
        <translation>ein unlesbares Profil</translation>
    </message>
    <message>
        <source>The installed profile&apos;s file is missing: %1. Install it again.</source>
        <translation>Die Datei des installierten Profils fehlt: %1. Bitte erneut installieren.</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is the profile in use.</source>
        <translation>„%1“ ist das Profil in Gebrauch.</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is installed, but programs find no profile: it was removed, or never applied. Apply it again.</source>
        <translation>„%1“ ist installiert, aber Programme finden kein Profil: Es wurde entfernt oder nie angewendet. Bitte erneut anwenden.</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is installed, but programs find &quot;%2&quot;: another program set it. Apply yours again, or find out what did.</source>
        <translation>„%1“ ist installiert, aber Programme finden „%2“: Ein anderes Programm hat es gesetzt. Bitte erneut anwenden oder die Ursache suchen.</translation>
    </message>
    <message>
        <source>This output has no gamma ramps to load.</source>
        <translation>Dieser Ausgang hat keine ladbaren Gammarampen.</translation>
    </message>
    <message>
        <source>The profile asks for no ramps, and none are loaded.</source>
        <translation>Das Profil verlangt keine Kalibrierkurven, und keine sind geladen.</translation>
    </message>
    <message>
        <source>Its ramps are loaded.</source>
        <translation>Seine Kalibrierkurven sind geladen.</translation>
    </message>
    <message>
        <source>Its ramps are not loaded: the output&apos;s are linear. Something reset them; until they are back the profile is not valid.</source>
        <translation>Seine Kalibrierkurven sind nicht geladen: Der Ausgang ist linear. Etwas hat sie zurückgesetzt; bis sie wieder geladen sind, gilt das Profil nicht.</translation>
    </message>
    <message>
        <source>Other ramps are loaded, up to %1 % of full drive off: something changed them (night colours, a game, another program). Until they are back the profile is not valid.</source>
        <translation>Es sind andere Kurven geladen, bis zu %1 % der vollen Ansteuerung entfernt: Etwas hat sie geändert (Nachtfarben, ein Spiel, ein anderes Programm). Bis sie wieder geladen sind, gilt das Profil nicht.</translation>
    </message>
    <message>
        <source>This is a Wayland session. There a program may not load gamma ramps or set a display&apos;s profile; only the desktop itself may. What works: the profile is copied into your colour folder and told to the desktop&apos;s colour manager where one runs; choose it in the desktop&apos;s settings for the display. What does not: loading its ramps from here, and proving that they are loaded. Where the desktop does not load them, calibrate the display by its own menu and profile it without ramps (visit --task profile).</source>
        <translation>Dies ist eine Wayland-Sitzung. Hier darf ein Programm weder Gammarampen laden noch das Profil eines Bildschirms setzen; das darf nur das System selbst. Möglich ist: Das Profil wird in Ihren Farbordner kopiert und der Farbverwaltung des Systems gemeldet, wo eine läuft; bitte dort für den Bildschirm auswählen. Nicht möglich ist: seine Kalibrierkurven von hier zu laden oder nachzuweisen, dass sie geladen sind. Wo das System sie nicht lädt, den Bildschirm über sein eigenes Menü kalibrieren und ohne Kalibrierkurven profilieren (visit --task profile).</translation>
    </message>
    <message>
        <source>This bench only measures; the screen is the computer&apos;s own.</source>
        <translation>Dieser Messplatz misst nur; der Bildschirm gehört zum Rechner.</translation>
    </message>
    <message>
        <source>%1 was refused by the X server (error %2).</source>
        <translation>%1 wurde vom X-Server abgelehnt (Fehler %2).</translation>
    </message>
    <message>
        <source>Check whether another program holds the screen.</source>
        <translation>Prüfen, ob ein anderes Programm den Bildschirm belegt.</translation>
    </message>
    <message>
        <source>There is no X server.</source>
        <translation>Es gibt keinen X-Server.</translation>
    </message>
    <message>
        <source>There is no X server at %1.</source>
        <translation>Unter %1 gibt es keinen X-Server.</translation>
    </message>
    <message>
        <source>Start this in an X session, or give --display.</source>
        <translation>In einer X-Sitzung starten oder --display angeben.</translation>
    </message>
    <message>
        <source>This X server has no RandR 1.3, which carries outputs and gamma ramps.</source>
        <translation>Dieser X-Server hat kein RandR 1.3, über das Ausgänge und Gammarampen laufen.</translation>
    </message>
    <message>
        <source>Use another X server.</source>
        <translation>Einen anderen X-Server benutzen.</translation>
    </message>
    <message>
        <source>The X server does not say what is connected.</source>
        <translation>Der X-Server sagt nicht, was angeschlossen ist.</translation>
    </message>
    <message>
        <source>Check whether it runs.</source>
        <translation>Prüfen, ob er läuft.</translation>
    </message>
    <message>
        <source>Removing the profile</source>
        <translation>Das Entfernen des Profils</translation>
    </message>
    <message>
        <source>Installing the profile</source>
        <translation>Das Installieren des Profils</translation>
    </message>
    <message>
        <source>Setting the profile&apos;s convention version</source>
        <translation>Das Setzen der Konventionsversion</translation>
    </message>
    <message>
        <source>The output %1 has no gamma ramps.</source>
        <translation>Der Ausgang %1 hat keine Gammarampen.</translation>
    </message>
    <message>
        <source>A profile can be installed; ramps cannot be loaded.</source>
        <translation>Ein Profil lässt sich installieren, Kalibrierkurven nicht laden.</translation>
    </message>
    <message>
        <source>Loading the ramps</source>
        <translation>Das Laden der Kalibrierkurven</translation>
    </message>
    <message>
        <source>What the screen shows cannot be read.</source>
        <translation>Der Bildschirminhalt kann nicht gelesen werden.</translation>
    </message>
    <message>
        <source>The simulated instrument needs an X screen of 24 bits.</source>
        <translation>Das simulierte Messgerät braucht einen X-Bildschirm mit 24 Bit.</translation>
    </message>
    <message>
        <source>%1</source>
        <translation>%1</translation>
    </message>
    <message>
        <source>%1: %2.</source>
        <translation>%1: %2.</translation>
    </message>
    <message>
        <source>line %1: %2</source>
        <translation>Zeile %1: %2</translation>
    </message>
    <message>
        <source>a number cannot have %1 decimals</source>
        <translation>eine Zahl kann nicht %1 Nachkommastellen haben</translation>
    </message>
    <message>
        <source>a message is nested too deep</source>
        <translation>eine Meldung ist zu tief verschachtelt</translation>
    </message>
    <message>
        <source>n/a</source>
        <translation>k. A.</translation>
    </message>
    <message>
        <source>Cannot write %1: %2.</source>
        <translation>%1 kann nicht geschrieben werden: %2.</translation>
    </message>
    <message>
        <source>Free some space, or choose another folder.</source>
        <translation>Speicherplatz freigeben oder einen anderen Ordner wählen.</translation>
    </message>
    <message>
        <source>Choose a folder that you may write to.</source>
        <translation>Einen Ordner mit Schreibrecht wählen.</translation>
    </message>
    <message>
        <source>Cannot read %1: %2.</source>
        <translation>%1 kann nicht gelesen werden: %2.</translation>
    </message>
    <message>
        <source>Nothing was changed.</source>
        <translation>Es wurde nichts geändert.</translation>
    </message>
    <message>
        <source>Nothing was started.</source>
        <translation>Es wurde nichts begonnen.</translation>
    </message>
    <message>
        <source>Check the name.</source>
        <translation>Den Namen prüfen.</translation>
    </message>
    <message>
        <source>it is a folder, not a file</source>
        <translation>es ist ein Ordner, keine Datei</translation>
    </message>
    <message>
        <source>it is a device or a pipe, not a file</source>
        <translation>es ist ein Gerät oder eine Pipe, keine Datei</translation>
    </message>
    <message>
        <source>it is larger than %1 MiB, too large for a file of this kind</source>
        <translation>sie ist größer als %1 MiB, zu groß für eine solche Datei</translation>
    </message>
    <message>
        <source>Cannot create the folder %1: %2.</source>
        <translation>Der Ordner %1 kann nicht angelegt werden: %2.</translation>
    </message>
    <message>
        <source>Cannot create a folder in %1: %2.</source>
        <translation>In %1 kann kein Ordner angelegt werden: %2.</translation>
    </message>
    <message>
        <source>Cannot move a file to %1: %2.</source>
        <translation>Nach %1 kann keine Datei verschoben werden: %2.</translation>
    </message>
    <message>
        <source>Choose another.</source>
        <translation>Einen anderen wählen.</translation>
    </message>
    <message>
        <source>Cannot use the folder %1: %2.</source>
        <translation>Der Ordner %1 kann nicht benutzt werden: %2.</translation>
    </message>
    <message>
        <source>Another visit is writing into %1.</source>
        <translation>Eine andere Sitzung schreibt gerade in %1.</translation>
    </message>
    <message>
        <source>Nothing was started; the other visit was not touched.</source>
        <translation>Es wurde nichts begonnen; die andere Sitzung blieb unberührt.</translation>
    </message>
    <message>
        <source>Choose another folder, or wait until it has finished.</source>
        <translation>Einen anderen Ordner wählen oder warten, bis sie fertig ist.</translation>
    </message>
    <message>
        <source>All readings so far are in %1; the next ones go there too.</source>
        <translation>Alle bisherigen Messungen stehen in %1; die nächsten kommen dazu.</translation>
    </message>
    <message>
        <source>No other place could be written to; they are held in memory until the visit ends.</source>
        <translation>Kein anderer Ort war beschreibbar; sie bleiben im Speicher, bis die Sitzung endet.</translation>
    </message>
    <message>
        <source>Everything was written to %1 instead.</source>
        <translation>Alles wurde stattdessen nach %1 geschrieben.</translation>
    </message>
    <message>
        <source>It was written to %1 instead.</source>
        <translation>Sie wurde stattdessen nach %1 geschrieben.</translation>
    </message>
    <message>
        <source>No other place could be written to either.</source>
        <translation>Auch kein anderer Ort war beschreibbar.</translation>
    </message>
    <message>
        <source>Correct the file, or get it again from its source.</source>
        <translation>Die Datei berichtigen oder noch einmal von ihrer Quelle holen.</translation>
    </message>
    <message>
        <source>This is no valid JSON (at byte %1).</source>
        <translation>Das ist kein gültiges JSON (bei Byte %1).</translation>
    </message>
    <message>
        <source>This JSON holds a number out of range.</source>
        <translation>Dieses JSON enthält eine Zahl außerhalb des Zahlenbereichs.</translation>
    </message>
    <message>
        <source>This JSON is nested more than %1 deep.</source>
        <translation>Dieses JSON ist tiefer als %1 Ebenen verschachtelt.</translation>
    </message>
    <message>
        <source>This JSON cannot be read.</source>
        <translation>Dieses JSON kann nicht gelesen werden.</translation>
    </message>
    <message>
        <source>three numbers were expected</source>
        <translation>drei Zahlen wurden erwartet</translation>
    </message>
    <message>
        <source>the field &quot;%1&quot; is missing</source>
        <translation>das Feld „%1“ fehlt</translation>
    </message>
    <message>
        <source>the field &quot;%1&quot; cannot be read</source>
        <translation>das Feld „%1“ ist nicht lesbar</translation>
    </message>
    <message>
        <source>ramps are three lists of equal length, from 0 to 1</source>
        <translation>Kalibrierkurven sind drei gleich lange Listen von 0 bis 1</translation>
    </message>
    <message>
        <source>there are more states than readings can have</source>
        <translation>es gibt mehr Zustände, als Messungen haben können</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is no number of a state</source>
        <translation>„%1“ ist keine Nummer eines Zustands</translation>
    </message>
    <message>
        <source>&quot;state %1&quot; is missing</source>
        <translation>„state %1“ fehlt</translation>
    </message>
    <message>
        <source>an object in braces</source>
        <translation>ein Objekt in geschweiften Klammern</translation>
    </message>
    <message>
        <source>a number</source>
        <translation>eine Zahl</translation>
    </message>
    <message>
        <source>a number from %1 to %2</source>
        <translation>eine Zahl von %1 bis %2</translation>
    </message>
    <message>
        <source>a text</source>
        <translation>ein Text</translation>
    </message>
    <message>
        <source>one of: %1</source>
        <translation>eins von: %1</translation>
    </message>
    <message>
        <source>given, as an object in braces</source>
        <translation>angegeben sein, als Objekt in geschweiften Klammern</translation>
    </message>
    <message>
        <source>The target file cannot be used. %1</source>
        <translation>Die Zieldatei kann nicht benutzt werden. %1</translation>
    </message>
    <message>
        <source>The target file cannot be used: it should be %1.</source>
        <translation>Die Zieldatei kann nicht benutzt werden: Erwartet wird %1.</translation>
    </message>
    <message>
        <source>The target file cannot be used: the field &quot;%1&quot; should be %2.</source>
        <translation>Die Zieldatei kann nicht benutzt werden: Für das Feld „%1“ wird erwartet: %2.</translation>
    </message>
    <message>
        <source>Correct it; `dutiful-lamp-cli targets --json` shows whole examples.</source>
        <translation>Bitte berichtigen; `dutiful-lamp-cli targets --json` zeigt ganze Beispiele.</translation>
    </message>
    <message>
        <source>Correct that field; `dutiful-lamp-cli targets --json` shows whole examples.</source>
        <translation>Dieses Feld berichtigen; `dutiful-lamp-cli targets --json` zeigt ganze Beispiele.</translation>
    </message>
    <message>
        <source>The tolerance file cannot be used. %1</source>
        <translation>Die Toleranzdatei kann nicht benutzt werden. %1</translation>
    </message>
    <message>
        <source>The tolerance file cannot be used: it should be %1.</source>
        <translation>Die Toleranzdatei kann nicht benutzt werden: Erwartet wird %1.</translation>
    </message>
    <message>
        <source>The tolerance file cannot be used: the field &quot;%1&quot; should be %2.</source>
        <translation>Die Toleranzdatei kann nicht benutzt werden: Für das Feld „%1“ wird erwartet: %2.</translation>
    </message>
    <message>
        <source>Correct that field; `dutiful-lamp-cli tolerances --json` shows whole examples.</source>
        <translation>Dieses Feld berichtigen; `dutiful-lamp-cli tolerances --json` zeigt ganze Beispiele.</translation>
    </message>
    <message>
        <source>Correct it; `dutiful-lamp-cli tolerances --json` shows whole examples.</source>
        <translation>Bitte berichtigen; `dutiful-lamp-cli tolerances --json` zeigt ganze Beispiele.</translation>
    </message>
    <message>
        <source>The 3D LUT cannot be used</source>
        <translation>Die 3D-LUT kann nicht benutzt werden</translation>
    </message>
    <message>
        <source>Choose a .cube file with LUT_3D_SIZE or LUT_1D_SIZE and as many lines of three numbers as its size asks for.</source>
        <translation>Eine .cube-Datei mit LUT_3D_SIZE oder LUT_1D_SIZE und so vielen Zeilen zu drei Zahlen wählen, wie die Größe verlangt.</translation>
    </message>
    <message>
        <source>%1 needs three numbers</source>
        <translation>%1 braucht drei Zahlen</translation>
    </message>
    <message>
        <source>three numbers were expected, not &quot;%1&quot;</source>
        <translation>drei Zahlen wurden erwartet, nicht „%1“</translation>
    </message>
    <message>
        <source>values stand before LUT_3D_SIZE or LUT_1D_SIZE</source>
        <translation>Werte stehen vor LUT_3D_SIZE oder LUT_1D_SIZE</translation>
    </message>
    <message>
        <source>there are more values than the size %1 asks for</source>
        <translation>es gibt mehr Werte, als die Größe %1 verlangt</translation>
    </message>
    <message>
        <source>the file is empty</source>
        <translation>die Datei ist leer</translation>
    </message>
    <message>
        <source>the file ends without LUT_3D_SIZE or LUT_1D_SIZE</source>
        <translation>die Datei endet ohne LUT_3D_SIZE oder LUT_1D_SIZE</translation>
    </message>
    <message>
        <source>the file ends after %1 of %2 values</source>
        <translation>die Datei endet nach %1 von %2 Werten</translation>
    </message>
    <message>
        <source>DOMAIN_MAX is not above DOMAIN_MIN</source>
        <translation>DOMAIN_MAX liegt nicht über DOMAIN_MIN</translation>
    </message>
    <message>
        <source>%1 needs a whole number from 2 to %2</source>
        <translation>%1 braucht eine ganze Zahl von 2 bis %2</translation>
    </message>
    <message>
        <source>a size is given twice</source>
        <translation>eine Größe ist zweimal angegeben</translation>
    </message>
    <message>
        <source>it is too long for a line of a .cube file</source>
        <translation>sie ist zu lang für eine Zeile einer .cube-Datei</translation>
    </message>
    <message>
        <source>The ramps cannot be used</source>
        <translation>Die Kalibrierkurven können nicht benutzt werden</translation>
    </message>
    <message>
        <source>Choose a CSV file with the heading index,r,g,b and values from 0 to 1.</source>
        <translation>Eine CSV-Datei mit der Kopfzeile index,r,g,b und Werten von 0 bis 1 wählen.</translation>
    </message>
    <message>
        <source>the heading index,r,g,b is missing</source>
        <translation>die Kopfzeile index,r,g,b fehlt</translation>
    </message>
    <message>
        <source>four numbers were expected</source>
        <translation>vier Zahlen wurden erwartet</translation>
    </message>
    <message>
        <source>values must lie between 0 and 1</source>
        <translation>Werte müssen zwischen 0 und 1 liegen</translation>
    </message>
    <message>
        <source>there are more entries than a video LUT has</source>
        <translation>es gibt mehr Einträge, als eine Video-LUT hat</translation>
    </message>
    <message>
        <source>at least two entries are needed</source>
        <translation>mindestens zwei Einträge sind nötig</translation>
    </message>
    <message>
        <source>The correction file cannot be used</source>
        <translation>Die Korrekturdatei kann nicht benutzt werden</translation>
    </message>
    <message>
        <source>A visit with a colorimeter and a spectroradiometer on one bench makes one (correction.json).</source>
        <translation>Eine Sitzung mit Kolorimeter und Spektralradiometer an einem Messplatz erzeugt eine (correction.json).</translation>
    </message>
    <message>
        <source>it is no readable JSON (%1)</source>
        <translation>es ist kein lesbares JSON (%1)</translation>
    </message>
    <message>
        <source>the field &quot;matrix&quot; should be three rows of three numbers that can be inverted</source>
        <translation>das Feld „matrix“ muss aus drei Zeilen zu drei Zahlen bestehen und invertierbar sein</translation>
    </message>
    <message>
        <source>the field &quot;%1&quot; is missing or of the wrong kind</source>
        <translation>das Feld „%1“ fehlt oder ist von falscher Art</translation>
    </message>
    <message>
        <source>The readings cannot be used</source>
        <translation>Die Messungen können nicht benutzt werden</translation>
    </message>
    <message>
        <source>Choose a CxF file whose objects have a device colour (RGB) and a measured colour.</source>
        <translation>Eine CxF-Datei wählen, deren Objekte eine Gerätefarbe (RGB) und eine gemessene Farbe haben.</translation>
    </message>
    <message>
        <source>this is no CxF document</source>
        <translation>das ist kein CxF-Dokument</translation>
    </message>
    <message>
        <source>there are more than %1 objects</source>
        <translation>es gibt mehr als %1 Objekte</translation>
    </message>
    <message>
        <source>the spectrum of &quot;%1&quot; is impossible</source>
        <translation>das Spektrum von „%1“ ist unmöglich</translation>
    </message>
    <message>
        <source>&quot;%1&quot; in a spectrum is no number</source>
        <translation>„%1“ in einem Spektrum ist keine Zahl</translation>
    </message>
    <message>
        <source>no object has both a device colour (RGB) and a measured colour</source>
        <translation>kein Objekt hat sowohl eine Gerätefarbe (RGB) als auch eine gemessene Farbe</translation>
    </message>
    <message>
        <source>the object &quot;%1&quot; is built otherwise than the first</source>
        <translation>das Objekt „%1“ ist anders aufgebaut als das erste</translation>
    </message>
    <message>
        <source>Each row needs a drive (red, green, blue) and a colour (XYZ, or Y with x and y, or Lab).</source>
        <translation>Jede Zeile braucht eine Ansteuerung (Rot, Grün, Blau) und eine Farbe (XYZ, oder Y mit x und y, oder Lab).</translation>
    </message>
    <message>
        <source>it has more than %1 rows</source>
        <translation>sie hat mehr als %1 Zeilen</translation>
    </message>
    <message>
        <source>line 1 has %1 columns</source>
        <translation>Zeile 1 hat %1 Spalten</translation>
    </message>
    <message>
        <source>line %1 has %2 cells, the heading %3</source>
        <translation>Zeile %1 hat %2 Zellen, die Kopfzeile %3</translation>
    </message>
    <message>
        <source>it begins like JSON but cannot be read (%1)</source>
        <translation>sie beginnt wie JSON, ist aber nicht lesbar (%1)</translation>
    </message>
    <message>
        <source>its JSON has no list called &quot;readings&quot;</source>
        <translation>ihr JSON hat keine Liste namens „readings“</translation>
    </message>
    <message>
        <source>its display states cannot be read: %1</source>
        <translation>ihre Bildschirmzustände sind nicht lesbar: %1</translation>
    </message>
    <message>
        <source>reading %1 has no &quot;rgb&quot; or no &quot;XYZ&quot; of three numbers</source>
        <translation>Messung %1 hat kein „rgb“ oder kein „XYZ“ aus drei Zahlen</translation>
    </message>
    <message>
        <source>reading %1 has a spectrum without start_nm, step_nm or values</source>
        <translation>Messung %1 hat ein Spektrum ohne start_nm, step_nm oder values</translation>
    </message>
    <message>
        <source>it has more than %1 readings</source>
        <translation>sie hat mehr als %1 Messungen</translation>
    </message>
    <message>
        <source>The largest drive is %1; full drive is not certain: %2 is assumed.</source>
        <translation>Die größte Ansteuerung ist %1; die volle ist nicht sicher: %2 wird angenommen.</translation>
    </message>
    <message>
        <source>The colours are relative to white, whose luminance in cd/m² is not in the file: 100 is assumed.</source>
        <translation>Die Farben sind auf Weiß bezogen, dessen Leuchtdichte in cd/m² nicht in der Datei steht: 100 wird angenommen.</translation>
    </message>
    <message>
        <source>not used</source>
        <translation>nicht benutzt</translation>
    </message>
    <message>
        <source>name</source>
        <translation>Name</translation>
    </message>
    <message>
        <source>red drive</source>
        <translation>Ansteuerung Rot</translation>
    </message>
    <message>
        <source>green drive</source>
        <translation>Ansteuerung Grün</translation>
    </message>
    <message>
        <source>blue drive</source>
        <translation>Ansteuerung Blau</translation>
    </message>
    <message>
        <source>chromaticity x</source>
        <translation>Farbart x</translation>
    </message>
    <message>
        <source>chromaticity y</source>
        <translation>Farbart y</translation>
    </message>
    <message>
        <source>time</source>
        <translation>Zeit</translation>
    </message>
    <message>
        <source>this is no text file</source>
        <translation>das ist keine Textdatei</translation>
    </message>
    <message>
        <source>Which column is the %1?</source>
        <translation>Welche Spalte ist: %1?</translation>
    </message>
    <message>
        <source>Which columns are the colour: X, Y and Z, or Y with chromaticity x and y, or L*, a* and b*?</source>
        <translation>Welche Spalten sind die Farbe: X, Y und Z, oder Y mit Farbart x und y, oder L*, a* und b*?</translation>
    </message>
    <message>
        <source>the file has %1 columns</source>
        <translation>die Datei hat %1 Spalten</translation>
    </message>
    <message>
        <source>no column is the %1</source>
        <translation>keine Spalte ist: %1</translation>
    </message>
    <message>
        <source>no columns are X, Y and Z, nor Y with x and y, nor L*, a* and b*</source>
        <translation>keine Spalten sind X, Y und Z, noch Y mit x und y, noch L*, a* und b*</translation>
    </message>
    <message>
        <source>row %1, column &quot;%2&quot;: &quot;%3&quot; is no number</source>
        <translation>Zeile %1, Spalte „%2“: „%3“ ist keine Zahl</translation>
    </message>
    <message>
        <source>row %1 has a drive outside 0 to %2</source>
        <translation>Zeile %1 hat eine Ansteuerung außerhalb von 0 bis %2</translation>
    </message>
    <message>
        <source>row %1 has a negative colour</source>
        <translation>Zeile %1 hat eine negative Farbe</translation>
    </message>
    <message>
        <source>row %1 says %2 cd/m², more than any display gives</source>
        <translation>Zeile %1 nennt %2 cd/m², mehr als jeder Bildschirm gibt</translation>
    </message>
    <message>
        <source>row %1, column &quot;%2&quot;: &quot;%3&quot; cannot be read</source>
        <translation>Zeile %1, Spalte „%2“: „%3“ ist nicht lesbar</translation>
    </message>
    <message>
        <source>Choose a CGATS text file with the columns RGB_R, RGB_G, RGB_B, XYZ_X, XYZ_Y and XYZ_Z.</source>
        <translation>Eine CGATS-Textdatei mit den Spalten RGB_R, RGB_G, RGB_B, XYZ_X, XYZ_Y und XYZ_Z wählen.</translation>
    </message>
    <message>
        <source>this is no CGATS text</source>
        <translation>das ist kein CGATS-Text</translation>
    </message>
    <message>
        <source>it names no columns</source>
        <translation>sie nennt keine Spalten</translation>
    </message>
    <message>
        <source>NUMBER_OF_SETS says %1, but there are %2 rows</source>
        <translation>NUMBER_OF_SETS nennt %1, es sind aber %2 Zeilen</translation>
    </message>
    <message>
        <source>the column %1 is missing</source>
        <translation>die Spalte %1 fehlt</translation>
    </message>
    <message>
        <source>row %1 holds something that is no number</source>
        <translation>Zeile %1 enthält etwas, das keine Zahl ist</translation>
    </message>
    <message>
        <source>row %1, column %2: &quot;%3&quot;</source>
        <translation>Zeile %1, Spalte %2: „%3“</translation>
    </message>
    <message>
        <source>These readings do not describe a display</source>
        <translation>Diese Messungen beschreiben keinen Bildschirm</translation>
    </message>
    <message>
        <source>Needed are black, white, red, green and blue at full drive, at least three grays, and preferably some mixtures.</source>
        <translation>Nötig sind Schwarz, Weiß, Rot, Grün und Blau bei voller Ansteuerung, mindestens drei Grautöne und möglichst einige Mischfarben.</translation>
    </message>
    <message>
        <source>%1 is missing</source>
        <translation>%1 fehlt</translation>
    </message>
    <message>
        <source>white, black and the three primaries do not differ as a display&apos;s do</source>
        <translation>Weiß, Schwarz und die drei Primärfarben unterscheiden sich nicht wie bei einem Bildschirm</translation>
    </message>
    <message numerus="yes">
        <source>there are %n grays between black and white; three are needed</source>
        <translation>
            <numerusform>es gibt %n Grauton zwischen Schwarz und Weiß; drei sind nötig</numerusform>
            <numerusform>es gibt %n Grautöne zwischen Schwarz und Weiß; drei sind nötig</numerusform>
        </translation>
    </message>
    <message>
        <source>the profile carries no readings</source>
        <translation>das Profil enthält keine Messungen</translation>
    </message>
    <message>
        <source>This visit cannot be reproduced from its readings</source>
        <translation>Diese Sitzung lässt sich aus ihren Messungen nicht nachvollziehen</translation>
    </message>
    <message>
        <source>Export the file again from its visit.</source>
        <translation>Die Datei noch einmal aus ihrer Sitzung exportieren.</translation>
    </message>
    <message>
        <source>the white of the checked profile is damaged</source>
        <translation>der Weißpunkt des geprüften Profils ist beschädigt</translation>
    </message>
    <message>
        <source>it lacks &quot;%1&quot;</source>
        <translation>ihr fehlt „%1“</translation>
    </message>
    <message>
        <source>what it says of the instrument is damaged: %1</source>
        <translation>ihre Angaben zum Messgerät sind beschädigt: %1</translation>
    </message>
    <message>
        <source>what it says of the display is damaged: %1</source>
        <translation>ihre Angaben zum Bildschirm sind beschädigt: %1</translation>
    </message>
    <message>
        <source>the display state of its last reading is missing</source>
        <translation>der Bildschirmzustand ihrer letzten Messung fehlt</translation>
    </message>
    <message>
        <source>reading %1 has lost a part of its drive or of the wanted colour</source>
        <translation>Messung %1 hat einen Teil ihrer Ansteuerung oder der gewünschten Farbe verloren</translation>
    </message>
    <message>
        <source>the noise of reading %1 is missing</source>
        <translation>das Rauschen von Messung %1 fehlt</translation>
    </message>
    <message>
        <source>the ramps of its last readings are missing</source>
        <translation>die Kalibrierkurven ihrer letzten Messungen fehlen</translation>
    </message>
    <message>
        <source>a primary or black is missing that was read before the ramps were made</source>
        <translation>eine Primärfarbe oder Schwarz von vor der Kalibrierung fehlt</translation>
    </message>
    <message>
        <source>white as read before the ramps were made is missing</source>
        <translation>Weiß von vor der Kalibrierung fehlt</translation>
    </message>
    <message numerus="yes">
        <source>%n readings describe the panel as it was left; six are needed</source>
        <translation>
            <numerusform>%n Messung beschreibt das Panel im hinterlassenen Zustand; sechs sind nötig</numerusform>
            <numerusform>%n Messungen beschreiben das Panel im hinterlassenen Zustand; sechs sind nötig</numerusform>
        </translation>
    </message>
    <message>
        <source>white, black or a primary of the check is missing</source>
        <translation>Weiß, Schwarz oder eine Primärfarbe der Prüfung fehlt</translation>
    </message>
    <message>
        <source>white before and after the verification is missing</source>
        <translation>Weiß vor und nach der Überprüfung fehlt</translation>
    </message>
    <message>
        <source>the visit&apos;s task, target or tolerance is damaged</source>
        <translation>Aufgabe, Ziel oder Toleranz der Sitzung ist beschädigt</translation>
    </message>
    <message>
        <source>This visit cannot be imported</source>
        <translation>Diese Sitzung kann nicht importiert werden</translation>
    </message>
    <message>
        <source>Export it again from the studio that it comes from.</source>
        <translation>Sie noch einmal aus ihrem Studio exportieren.</translation>
    </message>
    <message>
        <source>it is no readable JSON: %1</source>
        <translation>es ist kein lesbares JSON: %1</translation>
    </message>
    <message>
        <source>its schema is not %1</source>
        <translation>ihr Schema ist nicht %1</translation>
    </message>
    <message>
        <source>its record</source>
        <translation>ihr Datensatz</translation>
    </message>
    <message>
        <source>reading %1</source>
        <translation>Messung %1</translation>
    </message>
    <message>
        <source>%1 is damaged: %2</source>
        <translation>%1 ist beschädigt: %2</translation>
    </message>
    <message>
        <source>its profile is damaged</source>
        <translation>ihr Profil ist beschädigt</translation>
    </message>
    <message>
        <source>its %1 &quot;%2&quot; is not known</source>
        <translation>der Wert „%2“ für %1 ist nicht bekannt</translation>
    </message>
    <message>
        <source>This is no ICC profile: its header is missing or cut short.</source>
        <translation>Das ist kein ICC-Profil: Sein Kopf fehlt oder ist abgeschnitten.</translation>
    </message>
    <message>
        <source>This ICC profile is damaged: its header or tag table cannot be read.</source>
        <translation>Dieses ICC-Profil ist beschädigt: Kopf oder Tag-Tabelle ist nicht lesbar.</translation>
    </message>
    <message>
        <source>This ICC profile is not for an RGB device.</source>
        <translation>Dieses ICC-Profil ist nicht für ein RGB-Gerät.</translation>
    </message>
    <message>
        <source>This ICC profile lacks what is needed to show colours with it (matrix and curves, or tables).</source>
        <translation>Diesem ICC-Profil fehlt, was zum Anzeigen von Farben nötig ist (Matrix und Kurven oder Tabellen).</translation>
    </message>
    <message>
        <source>Choose an ICC profile of a display (RGB).</source>
        <translation>Ein ICC-Profil eines Bildschirms (RGB) wählen.</translation>
    </message>
    <message>
        <source>The profile could not be written.</source>
        <translation>Das Profil konnte nicht geschrieben werden.</translation>
    </message>
    <message>
        <source>The display reaches %1 cd/m² at this white; the 3D LUT asks for %2 cd/m².</source>
        <translation>Der Bildschirm erreicht bei diesem Weiß %1 cd/m²; die 3D-LUT verlangt %2 cd/m².</translation>
    </message>
    <message>
        <source>No 3D LUT was written.</source>
        <translation>Es wurde keine 3D-LUT geschrieben.</translation>
    </message>
    <message>
        <source>Ask for %1 cd/m² or less, or use the display&apos;s own white as the source&apos;s.</source>
        <translation>%1 cd/m² oder weniger verlangen oder den eigenen Weißpunkt des Bildschirms als den der Quelle benutzen.</translation>
    </message>
    <message>
        <source>copyright</source>
        <translation>Urheberrecht</translation>
    </message>
    <message>
        <source>maker of the display</source>
        <translation>Hersteller des Bildschirms</translation>
    </message>
    <message>
        <source>model of the display</source>
        <translation>Modell des Bildschirms</translation>
    </message>
    <message>
        <source>media white point</source>
        <translation>Medien-Weißpunkt</translation>
    </message>
    <message>
        <source>media black point</source>
        <translation>Medien-Schwarzpunkt</translation>
    </message>
    <message>
        <source>adaptation from the display&apos;s white to D50</source>
        <translation>Anpassung vom Weißpunkt des Bildschirms an D50</translation>
    </message>
    <message>
        <source>luminance of white</source>
        <translation>Leuchtdichte von Weiß</translation>
    </message>
    <message>
        <source>red at full drive</source>
        <translation>Rot bei voller Ansteuerung</translation>
    </message>
    <message>
        <source>green at full drive</source>
        <translation>Grün bei voller Ansteuerung</translation>
    </message>
    <message>
        <source>blue at full drive</source>
        <translation>Blau bei voller Ansteuerung</translation>
    </message>
    <message>
        <source>tone curve of red</source>
        <translation>Tonwertkurve Rot</translation>
    </message>
    <message>
        <source>tone curve of green</source>
        <translation>Tonwertkurve Grün</translation>
    </message>
    <message>
        <source>tone curve of blue</source>
        <translation>Tonwertkurve Blau</translation>
    </message>
    <message>
        <source>table from drive to colour, perceptual</source>
        <translation>Tabelle Ansteuerung zu Farbe, perzeptiv</translation>
    </message>
    <message>
        <source>table from drive to colour, colorimetric</source>
        <translation>Tabelle Ansteuerung zu Farbe, farbmetrisch</translation>
    </message>
    <message>
        <source>table from drive to colour, saturation</source>
        <translation>Tabelle Ansteuerung zu Farbe, Sättigung</translation>
    </message>
    <message>
        <source>table from colour to drive, perceptual</source>
        <translation>Tabelle Farbe zu Ansteuerung, perzeptiv</translation>
    </message>
    <message>
        <source>table from colour to drive, colorimetric</source>
        <translation>Tabelle Farbe zu Ansteuerung, farbmetrisch</translation>
    </message>
    <message>
        <source>table from colour to drive, saturation</source>
        <translation>Tabelle Farbe zu Ansteuerung, Sättigung</translation>
    </message>
    <message>
        <source>calibration ramps</source>
        <translation>Kalibrierkurven</translation>
    </message>
    <message>
        <source>measurement conditions</source>
        <translation>Messbedingungen</translation>
    </message>
    <message>
        <source>viewing conditions</source>
        <translation>Betrachtungsbedingungen</translation>
    </message>
    <message>
        <source>viewing conditions, described</source>
        <translation>Betrachtungsbedingungen, beschrieben</translation>
    </message>
    <message>
        <source>the readings it was made from</source>
        <translation>die Messungen, aus denen es gemacht wurde</translation>
    </message>
    <message>
        <source>technology</source>
        <translation>Technik</translation>
    </message>
    <message>
        <source>table that marks colours out of gamut</source>
        <translation>Tabelle der Farben außerhalb des Farbumfangs</translation>
    </message>
    <message>
        <source>metadata</source>
        <translation>Metadaten</translation>
    </message>
    <message>
        <source>The file has %1; an ICC profile has at least 132. It is cut short or no profile.</source>
        <translation>Die Datei hat %1; ein ICC-Profil hat mindestens 132. Sie ist abgeschnitten oder kein Profil.</translation>
    </message>
    <message>
        <source>The mark &quot;acsp&quot; of an ICC profile is missing at byte 36: this is no ICC profile.</source>
        <translation>Die Kennung „acsp“ eines ICC-Profils fehlt bei Byte 36: Das ist kein ICC-Profil.</translation>
    </message>
    <message>
        <source>The header says %1 bytes, the file has %2: its end is missing.</source>
        <translation>Der Kopf nennt %1 Byte, die Datei hat %2: Ihr Ende fehlt.</translation>
    </message>
    <message>
        <source>The header says %1 bytes, the file has %2: something was added at its end.</source>
        <translation>Der Kopf nennt %1 Byte, die Datei hat %2: Am Ende wurde etwas angehängt.</translation>
    </message>
    <message>
        <source>Its class is &quot;%1&quot;, not a display&apos;s (&quot;mntr&quot;).</source>
        <translation>Seine Klasse ist „%1“, nicht die eines Bildschirms („mntr“).</translation>
    </message>
    <message>
        <source>Its colour space is &quot;%1&quot;, not RGB.</source>
        <translation>Sein Farbraum ist „%1“, nicht RGB.</translation>
    </message>
    <message>
        <source>Its connection space is &quot;%1&quot;; only XYZ and Lab exist.</source>
        <translation>Sein Verbindungsfarbraum ist „%1“; es gibt nur XYZ und Lab.</translation>
    </message>
    <message>
        <source>Its version is %1; versions 2 and 4 are in use.</source>
        <translation>Seine Version ist %1; üblich sind 2 und 4.</translation>
    </message>
    <message>
        <source>Its rendering intent is %1; only 0 to 3 exist.</source>
        <translation>Seine Übertragungsart ist %1; es gibt nur 0 bis 3.</translation>
    </message>
    <message>
        <source>The illuminant of its connection space is not D50.</source>
        <translation>Die Lichtart seines Verbindungsfarbraums ist nicht D50.</translation>
    </message>
    <message>
        <source>It has no creation date.</source>
        <translation>Es hat kein Erstellungsdatum.</translation>
    </message>
    <message>
        <source>Its creation date is impossible.</source>
        <translation>Sein Erstellungsdatum ist unmöglich.</translation>
    </message>
    <message>
        <source>Its creation date %1 is in the future.</source>
        <translation>Sein Erstellungsdatum %1 liegt in der Zukunft.</translation>
    </message>
    <message>
        <source>Its ID does not match its content: the file was changed after it was made.</source>
        <translation>Seine ID passt nicht zum Inhalt: Die Datei wurde nach der Erstellung geändert.</translation>
    </message>
    <message>
        <source>The tag table claims %1 tags; there is room for %2.</source>
        <translation>Die Tag-Tabelle nennt %1 Tags; Platz ist für %2.</translation>
    </message>
    <message>
        <source>The tag &quot;%1&quot; claims bytes %2 to %3; the file ends at %4.</source>
        <translation>Das Tag „%1“ nennt die Bytes %2 bis %3; die Datei endet bei %4.</translation>
    </message>
    <message>
        <source>The tag &quot;%1&quot; is too short to hold anything.</source>
        <translation>Das Tag „%1“ ist zu kurz, um etwas zu enthalten.</translation>
    </message>
    <message>
        <source>The tag &quot;%1&quot; occurs twice.</source>
        <translation>Das Tag „%1“ kommt zweimal vor.</translation>
    </message>
    <message>
        <source>The tags &quot;%1&quot; and &quot;%2&quot; overlap.</source>
        <translation>Die Tags „%1“ und „%2“ überschneiden sich.</translation>
    </message>
    <message>
        <source>The required tag &quot;%1&quot; (%2) is missing.</source>
        <translation>Das Pflicht-Tag „%1“ (%2) fehlt.</translation>
    </message>
    <message>
        <source>It has no chad tag, so the display&apos;s own white is not known.</source>
        <translation>Es hat kein chad-Tag; der Weißpunkt des Bildschirms ist daher nicht bekannt.</translation>
    </message>
    <message>
        <source>It has no chad tag: the display&apos;s own white is not kept in it.</source>
        <translation>Es hat kein chad-Tag: Der Weißpunkt des Bildschirms ist nicht darin.</translation>
    </message>
    <message>
        <source>Its chromatic adaptation is invalid: the matrix in &quot;chad&quot; is out of all proportion.</source>
        <translation>Seine Farbanpassung ist ungültig: Die Matrix in „chad“ ist weit außerhalb des Möglichen.</translation>
    </message>
    <message>
        <source>Full red, green and blue together are ΔE00 %1 away from white: whites will be shown with a cast.</source>
        <translation>Volles Rot, Grün und Blau zusammen liegen ΔE00 %1 neben Weiß: Weiß bekommt einen Stich.</translation>
    </message>
    <message>
        <source>Its white (%1 K, Duv %2) is one that displays do not have.</source>
        <translation>Sein Weißpunkt (%1 K, Duv %2) kommt bei Bildschirmen nicht vor.</translation>
    </message>
    <message>
        <source>Its white luminance is given as %1 cd/m², which no display has.</source>
        <translation>Seine Weiß-Leuchtdichte ist mit %1 cd/m² angegeben, was kein Bildschirm hat.</translation>
    </message>
    <message>
        <source>Its white luminance is given as %1 cd/m², which is unusual for a display in use.</source>
        <translation>Seine Weiß-Leuchtdichte ist mit %1 cd/m² angegeben, was für einen Bildschirm im Gebrauch unüblich ist.</translation>
    </message>
    <message>
        <source>Its %1 is not %1: channels are swapped or a primary is wrong.</source>
        <translation>Sein %1 ist kein %1: Kanäle sind vertauscht, oder eine Primärfarbe ist falsch.</translation>
    </message>
    <message>
        <source>Its primaries are those of %1 to the third decimal: it describes a standard, not a panel.</source>
        <translation>Seine Primärfarben sind bis zur dritten Nachkommastelle die von %1: Es beschreibt eine Norm, kein Panel.</translation>
    </message>
    <message>
        <source>The tone curve of %1 falls somewhere: more drive would give less light.</source>
        <translation>Die Tonwertkurve von %1 fällt irgendwo: Mehr Ansteuerung gäbe weniger Licht.</translation>
    </message>
    <message>
        <source>The tone curve of %1 is flat over %2 of 255 steps.</source>
        <translation>Die Tonwertkurve von %1 ist über %2 von 255 Stufen flach.</translation>
    </message>
    <message>
        <source>The tone curve of %1 is that of gamma %2; displays lie between 1.8 and 2.6.</source>
        <translation>Die Tonwertkurve von %1 entspricht Gamma %2; Bildschirme liegen zwischen 1,8 und 2,6.</translation>
    </message>
    <message>
        <source>Its grays do not rise steadily from black to white.</source>
        <translation>Seine Grautöne steigen nicht stetig von Schwarz nach Weiß.</translation>
    </message>
    <message>
        <source>The calibration ramp for %1 falls somewhere.</source>
        <translation>Die Kalibrierkurve für %1 fällt irgendwo.</translation>
    </message>
    <message>
        <source>The calibration ramp for %1 is clipped: its last %2 steps are equal.</source>
        <translation>Die Kalibrierkurve für %1 ist beschnitten: Ihre letzten %2 Stufen sind gleich.</translation>
    </message>
    <message>
        <source>The calibration ramp for %1 has only %2 levels: gradients will show bands.</source>
        <translation>Die Kalibrierkurve für %1 hat nur %2 Stufen: Verläufe zeigen Streifen.</translation>
    </message>
    <message>
        <source>The calibration ramp for %1 takes away more than half of the drive.</source>
        <translation>Die Kalibrierkurve für %1 nimmt mehr als die Hälfte der Ansteuerung weg.</translation>
    </message>
    <message>
        <source>Its tables disagree: a colour converted to drive and back is off by ΔE00 %1 on average, up to %2.</source>
        <translation>Seine Tabellen widersprechen sich: Eine Farbe liegt nach Hin- und Rückweg im Mittel um ΔE00 %1 daneben, höchstens um %2.</translation>
    </message>
    <message>
        <source>It describes a display%1%2, %3.</source>
        <translation>Es beschreibt einen Bildschirm%1%2, %3.</translation>
    </message>
    <message>
        <source> at %1 cd/m²</source>
        <translation> bei %1 cd/m²</translation>
    </message>
    <message>
        <source>by tables</source>
        <translation>durch Tabellen</translation>
    </message>
    <message>
        <source>by a matrix and three tone curves</source>
        <translation>durch eine Matrix und drei Tonwertkurven</translation>
    </message>
    <message>
        <source>%1 % of %2</source>
        <translation>%1 % von %2</translation>
    </message>
    <message>
        <source>Its middle gray (128 of 255) is that of gamma %1; %2.</source>
        <translation>Sein mittleres Grau (128 von 255) entspricht Gamma %1; %2.</translation>
    </message>
    <message>
        <source>black lies at 1/%1 of white</source>
        <translation>Schwarz liegt bei 1/%1 von Weiß</translation>
    </message>
    <message>
        <source>black is given as no light at all</source>
        <translation>Schwarz ist als völlig lichtlos angegeben</translation>
    </message>
    <message>
        <source>Its calibration ramps end at %1, %2 and %3 % of red, green and blue. It is valid only while they are loaded.</source>
        <translation>Seine Kalibrierkurven enden bei %1, %2 und %3 % von Rot, Grün und Blau. Es gilt nur, solange sie geladen sind.</translation>
    </message>
    <message>
        <source>It has no calibration ramps: nothing has to be loaded for it to be valid.</source>
        <translation>Es hat keine Kalibrierkurven: Es gilt, ohne dass etwas geladen werden muss.</translation>
    </message>
    <message>
        <source>It carries the readings that it was made from and can be made again from them.</source>
        <translation>Es enthält die Messungen, aus denen es gemacht wurde, und kann daraus neu gemacht werden.</translation>
    </message>
    <message>
        <source>A profile made on another unit describes that unit at its settings. Yours differs by its age, its lamp and its menu: expect a few ΔE, a white that is off, and ramps that bend grays which were straight. It is better than none only if it is sound; your own readings are better than any.</source>
        <translation>Ein an einem anderen Gerät gemachtes Profil beschreibt jenes Gerät bei dessen Einstellungen. Ihres unterscheidet sich durch Alter, Lampe und Menü: Zu erwarten sind einige ΔE, ein falscher Weißpunkt und Kalibrierkurven, die gerade Grautöne verbiegen. Es ist nur besser als keines, wenn es einwandfrei ist; eigene Messungen sind immer besser.</translation>
    </message>
    <message>
        <source>%1 is Δu′v′ %2 away from the others&apos;.</source>
        <translation>%1 liegt Δu′v′ %2 neben dem der anderen.</translation>
    </message>
    <message>
        <source>Its grays follow gamma %1, the others&apos; %2.</source>
        <translation>Seine Grautöne folgen Gamma %1, die der anderen %2.</translation>
    </message>
    <message>
        <source>One profile alone cannot be compared.</source>
        <translation>Ein einzelnes Profil kann nicht verglichen werden.</translation>
    </message>
    <message>
        <source>Two profiles differ by a mean ΔE00 of %1; with only two nobody can say which is wrong. Find a third, or read some patches of your own.</source>
        <translation>Zwei Profile unterscheiden sich im Mittel um ΔE00 %1; bei nur zweien ist nicht zu sagen, welches falsch ist. Ein drittes suchen oder selbst einige Felder messen.</translation>
    </message>
    <message>
        <source>They do not agree: no group holds more than half of them. Read some patches of your own to decide.</source>
        <translation>Sie stimmen nicht überein: Keine Gruppe umfasst mehr als die Hälfte. Zur Entscheidung selbst einige Felder messen.</translation>
    </message>
    <message>
        <source>%1 stands apart: %2</source>
        <translation>%1 weicht ab: %2</translation>
    </message>
    <message>
        <source>None stands apart.</source>
        <translation>Keines weicht ab.</translation>
    </message>
    <message>
        <source>Use %1 (%2): it lies in the middle of those that agree, a mean ΔE00 of %3 from each.</source>
        <translation>Am besten %1 (%2): Es liegt in der Mitte der übereinstimmenden, im Mittel ΔE00 %3 von jedem.</translation>
    </message>
    <message>
        <source>Its red</source>
        <translation>Sein Rot</translation>
    </message>
    <message>
        <source>Its green</source>
        <translation>Sein Grün</translation>
    </message>
    <message>
        <source>Its blue</source>
        <translation>Sein Blau</translation>
    </message>
    <message>
        <source>Its white</source>
        <translation>Sein Weiß</translation>
    </message>
    <message>
        <source>mean ΔE00 %1, without any profile %2</source>
        <translation>ΔE00 im Mittel %1, ohne Profil %2</translation>
    </message>
    <message>
        <source>On this unit none of them is better than no profile: %1, the nearest, has %2. Make one from readings of your own.</source>
        <translation>An diesem Gerät ist keines besser als kein Profil: %1, das nächste, hat %2. Besser eines aus eigenen Messungen machen.</translation>
    </message>
    <message>
        <source>On this unit %1 is nearest: %2.</source>
        <translation>An diesem Gerät liegt %1 am nächsten: %2.</translation>
    </message>
    <message numerus="yes">
        <source>%n others are as good.</source>
        <translation>
            <numerusform>%n weiteres ist ebenso gut.</numerusform>
            <numerusform>%n weitere sind ebenso gut.</numerusform>
        </translation>
    </message>
    <message>
        <source>It stands apart from the others, but this unit is of its kind: the readings decide.</source>
        <translation>Es weicht von den anderen ab, aber dieses Gerät ist von seiner Art: Die Messungen entscheiden.</translation>
    </message>
    <message>
        <source>That much is visible; a profile from readings of your own would be better.</source>
        <translation>So viel ist sichtbar; ein Profil aus eigenen Messungen wäre besser.</translation>
    </message>
    <message>
        <source>unknown</source>
        <translation>unbekannt</translation>
    </message>
    <message>
        <source>Within tolerance</source>
        <translation>In Toleranz</translation>
    </message>
    <message>
        <source>Out of tolerance</source>
        <translation>Außer Toleranz</translation>
    </message>
    <message>
        <source>Undecided</source>
        <translation>Unentschieden</translation>
    </message>
    <message>
        <source>Warnings</source>
        <translation>Hinweise</translation>
    </message>
    <message>
        <source>Figures</source>
        <translation>Kennzahlen</translation>
    </message>
    <message>
        <source>Worksheet</source>
        <translation>Arbeitsblatt</translation>
    </message>
    <message>
        <source>Black</source>
        <translation>Schwarz</translation>
    </message>
    <message>
        <source>Grays</source>
        <translation>Grautöne</translation>
    </message>
    <message>
        <source>target x %1, y %2; ΔE00 %3</source>
        <translation>Ziel x %1, y %2; ΔE00 %3</translation>
    </message>
    <message>
        <source>target %1 cd/m²</source>
        <translation>Ziel %1 cd/m²</translation>
    </message>
    <message>
        <source>contrast %1 : 1</source>
        <translation>Kontrast %1 : 1</translation>
    </message>
    <message>
        <source>below what the instrument can read</source>
        <translation>unter dem, was das Messgerät messen kann</translation>
    </message>
    <message>
        <source>ΔE00 mean %1, largest %2</source>
        <translation>ΔE00 im Mittel %1, höchstens %2</translation>
    </message>
    <message>
        <source>mean gamma %1; target %2</source>
        <translation>mittleres Gamma %1; Ziel %2</translation>
    </message>
    <message>
        <source>Menu as left: %1.</source>
        <translation>Menü wie hinterlassen: %1.</translation>
    </message>
    <message>
        <source>no controls</source>
        <translation>keine Regler</translation>
    </message>
    <message>
        <source>Instrument: %1, %2.</source>
        <translation>Messgerät: %1, %2.</translation>
    </message>
    <message>
        <source>no correction</source>
        <translation>keine Korrektur</translation>
    </message>
    <message>
        <source>correction %1</source>
        <translation>Korrektur %1</translation>
    </message>
    <message>
        <source>%1 in %2.</source>
        <translation>%1 in %2.</translation>
    </message>
    <message>
        <source>Profile: %1</source>
        <translation>Profil: %1</translation>
    </message>
    <message>
        <source>drive</source>
        <translation>Ansteuerung</translation>
    </message>
    <message>
        <source>light</source>
        <translation>Licht</translation>
    </message>
    <message>
        <source>after the ramps</source>
        <translation>nach den Kalibrierkurven</translation>
    </message>
    <message>
        <source>verification colours, in the order read</source>
        <translation>Prüffarben in der Reihenfolge der Messung</translation>
    </message>
    <message>
        <source>Grays: difference from target</source>
        <translation>Grautöne: Abstand vom Ziel</translation>
    </message>
    <message>
        <source>Tone: local gamma</source>
        <translation>Tonwerte: örtliches Gamma</translation>
    </message>
    <message>
        <source>Verified colours: difference</source>
        <translation>Prüffarben: Farbabstand</translation>
    </message>
    <message>
        <source>Gamut in u′v′</source>
        <translation>Farbumfang in u′v′</translation>
    </message>
    <message>
        <source>Primaries and white</source>
        <translation>Primärfarben und Weiß</translation>
    </message>
    <message>
        <source>Primaries and whites in u′v′</source>
        <translation>Primärfarben und Weißpunkte in u′v′</translation>
    </message>
    <message>
        <source>Tone of each channel</source>
        <translation>Tonwerte der Kanäle</translation>
    </message>
    <message>
        <source>Calibration ramps</source>
        <translation>Kalibrierkurven</translation>
    </message>
    <message>
        <source>It has no calibration ramps.</source>
        <translation>Es hat keine Kalibrierkurven.</translation>
    </message>
    <message>
        <source>limit %1</source>
        <translation>Grenze %1</translation>
    </message>
    <message>
        <source>limit of the mean %1</source>
        <translation>Grenze des Mittels %1</translation>
    </message>
    <message>
        <source>limit of the largest %1</source>
        <translation>Grenze des größten %1</translation>
    </message>
    <message>
        <source>mean %1</source>
        <translation>Mittel %1</translation>
    </message>
    <message>
        <source>grays</source>
        <translation>Grautöne</translation>
    </message>
    <message>
        <source>target</source>
        <translation>Ziel</translation>
    </message>
    <message>
        <source>read</source>
        <translation>gemessen</translation>
    </message>
    <message>
        <source>spectral locus</source>
        <translation>Spektralfarbenzug</translation>
    </message>
    <message>
        <source>this display</source>
        <translation>dieser Bildschirm</translation>
    </message>
    <message>
        <source>this profile</source>
        <translation>dieses Profil</translation>
    </message>
    <message>
        <source>target white</source>
        <translation>Ziel-Weiß</translation>
    </message>
    <message>
        <source>white read</source>
        <translation>gemessenes Weiß</translation>
    </message>
    <message>
        <source>white</source>
        <translation>Weiß</translation>
    </message>
    <message>
        <source>%1, white</source>
        <translation>%1, Weiß</translation>
    </message>
    <message>
        <source>gray %1 %: ΔE00 %2, %3 cd/m²</source>
        <translation>Grau %1 %: ΔE00 %2, %3 cd/m²</translation>
    </message>
    <message>
        <source>drive %1 %: gamma %2, target %3</source>
        <translation>Ansteuerung %1 %: Gamma %2, Ziel %3</translation>
    </message>
    <message>
        <source>%1: ΔE00 %2 ± %3</source>
        <translation>%1: ΔE00 %2 ± %3</translation>
    </message>
    <message>
        <source>%1: x %2, y %3; u′ %4, v′ %5</source>
        <translation>%1: x %2, y %3; u′ %4, v′ %5</translation>
    </message>
    <message>
        <source>white: x %1, y %2; u′ %3, v′ %4</source>
        <translation>Weiß: x %1, y %2; u′ %3, v′ %4</translation>
    </message>
    <message>
        <source>%1: white x %2, y %3</source>
        <translation>%1: Weiß x %2, y %3</translation>
    </message>
    <message>
        <source>%1 at %2 %: light %3 %</source>
        <translation>%1 bei %2 %: Licht %3 %</translation>
    </message>
    <message>
        <source>%1 at %2 %: to %3 %</source>
        <translation>%1 bei %2 %: auf %3 %</translation>
    </message>
    <message>
        <source>solid: %1</source>
        <translation>durchgezogen: %1</translation>
    </message>
    <message>
        <source>dashed: %1</source>
        <translation>gestrichelt: %1</translation>
    </message>
    <message>
        <source>dotted: %1</source>
        <translation>gepunktet: %1</translation>
    </message>
    <message>
        <source>dashed: target, %1</source>
        <translation>gestrichelt: Ziel, %1</translation>
    </message>
    <message>
        <source>cross: %1</source>
        <translation>Kreuz: %1</translation>
    </message>
    <message>
        <source>ring: %1</source>
        <translation>Ring: %1</translation>
    </message>
    <message>
        <source>rings: whites</source>
        <translation>Ringe: Weißpunkte</translation>
    </message>
    <message>
        <source>thick: recommended</source>
        <translation>dick: empfohlen</translation>
    </message>
    <message>
        <source>dashed: stands apart</source>
        <translation>gestrichelt: weicht ab</translation>
    </message>
    <message>
        <source>It could not be stored.</source>
        <translation>Es konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>It has no name.</source>
        <translation>Es hat keinen Namen.</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is the name of a built-in one.</source>
        <translation>„%1“ heißt schon ein mitgeliefertes.</translation>
    </message>
    <message>
        <source>Give it a name of its own in the file.</source>
        <translation>In der Datei einen eigenen Namen vergeben.</translation>
    </message>
    <message>
        <source>&quot;%1&quot; of the studio cannot be read: %2</source>
        <translation>„%1“ des Studios ist nicht lesbar: %2</translation>
    </message>
    <message>
        <source>A correction could not be stored.</source>
        <translation>Eine Korrektur konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>The studio file %1 could not be copied to %2.</source>
        <translation>Die Studiodatei %1 konnte nicht nach %2 kopiert werden.</translation>
    </message>
    <message>
        <source>%1 (%2)</source>
        <translation>%1 (%2)</translation>
    </message>
    <message>
        <source>it could not be examined</source>
        <translation>sie konnte nicht untersucht werden</translation>
    </message>
    <message>
        <source>What was stored before is untouched.</source>
        <translation>Bereits Gespeichertes ist unverändert.</translation>
    </message>
    <message>
        <source>Check that the disk has space and the folder can be written to.</source>
        <translation>Prüfen, ob der Datenträger Platz hat und der Ordner beschreibbar ist.</translation>
    </message>
    <message>
        <source>The studio file could not be converted to this version.</source>
        <translation>Die Studiodatei konnte nicht auf diese Version umgestellt werden.</translation>
    </message>
    <message>
        <source>A visit is in progress in a window of an earlier version of the program.</source>
        <translation>In einem Fenster einer früheren Programmversion läuft eine Sitzung.</translation>
    </message>
    <message>
        <source>End that visit and close that window first.</source>
        <translation>Zuerst diese Sitzung beenden und dieses Fenster schließen.</translation>
    </message>
    <message>
        <source>its packed content is damaged</source>
        <translation>ihr gepackter Inhalt ist beschädigt</translation>
    </message>
    <message>
        <source>A stored visit cannot be read: %1</source>
        <translation>Eine gespeicherte Sitzung ist nicht lesbar: %1</translation>
    </message>
    <message>
        <source>A stored visit cannot be read.</source>
        <translation>Eine gespeicherte Sitzung ist nicht lesbar.</translation>
    </message>
    <message>
        <source>It is left as it is.</source>
        <translation>Sie bleibt, wie sie ist.</translation>
    </message>
    <message>
        <source>The studio file %1 was written by a newer version of the program.</source>
        <translation>Die Studiodatei %1 wurde von einer neueren Programmversion geschrieben.</translation>
    </message>
    <message>
        <source>Use that version, or another file.</source>
        <translation>Diese Version oder eine andere Datei benutzen.</translation>
    </message>
    <message>
        <source>The studio&apos;s tables could not be created.</source>
        <translation>Die Tabellen des Studios konnten nicht angelegt werden.</translation>
    </message>
    <message>
        <source>The studio could not be stored.</source>
        <translation>Das Studio konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>The studio file %1 is damaged (%2).</source>
        <translation>Die Studiodatei %1 ist beschädigt (%2).</translation>
    </message>
    <message>
        <source>The studio file %1 is damaged and cannot be set aside.</source>
        <translation>Die Studiodatei %1 ist beschädigt und kann nicht beiseitegelegt werden.</translation>
    </message>
    <message>
        <source>The folder for %1 cannot be created.</source>
        <translation>Der Ordner für %1 kann nicht angelegt werden.</translation>
    </message>
    <message>
        <source>The end could not be stored.</source>
        <translation>Das Ende konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>The room could not be stored.</source>
        <translation>Der Raum konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>A display of this model and serial number is in the studio: %1.</source>
        <translation>Ein Bildschirm mit diesem Modell und dieser Seriennummer ist im Studio: %1.</translation>
    </message>
    <message>
        <source>Nothing was added.</source>
        <translation>Es wurde nichts hinzugefügt.</translation>
    </message>
    <message>
        <source>Bring that one back into service.</source>
        <translation>Diesen wieder in Betrieb nehmen.</translation>
    </message>
    <message>
        <source>Use that one, or correct the serial number.</source>
        <translation>Diesen benutzen oder die Seriennummer berichtigen.</translation>
    </message>
    <message>
        <source>The display could not be stored.</source>
        <translation>Der Bildschirm konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>The interval could not be stored.</source>
        <translation>Der Abstand konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>The display or the room no longer exists.</source>
        <translation>Den Bildschirm oder den Raum gibt es nicht mehr.</translation>
    </message>
    <message>
        <source>The display no longer exists.</source>
        <translation>Den Bildschirm gibt es nicht mehr.</translation>
    </message>
    <message>
        <source>The instrument could not be stored.</source>
        <translation>Das Messgerät konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>The person could not be stored.</source>
        <translation>Die Person konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>The visit could not be stored.</source>
        <translation>Die Sitzung konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>This visit is open in another window.</source>
        <translation>Diese Sitzung ist in einem anderen Fenster offen.</translation>
    </message>
    <message>
        <source>Nothing of it was changed from here.</source>
        <translation>Von hier aus wurde nichts daran geändert.</translation>
    </message>
    <message>
        <source>Continue it there, or close that window first.</source>
        <translation>Dort fortsetzen oder jenes Fenster zuerst schließen.</translation>
    </message>
    <message>
        <source>Reading %1 could not be stored.</source>
        <translation>Messung %1 konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>A stored profile is damaged.</source>
        <translation>Ein gespeichertes Profil ist beschädigt.</translation>
    </message>
    <message>
        <source>The visit %1 no longer exists.</source>
        <translation>Die Sitzung %1 gibt es nicht mehr.</translation>
    </message>
    <message>
        <source>Only the figures of the visit %1 were kept.</source>
        <translation>Von der Sitzung %1 wurden nur die Kennzahlen aufbewahrt.</translation>
    </message>
    <message>
        <source>The visit could not be taken over.</source>
        <translation>Die Sitzung konnte nicht übernommen werden.</translation>
    </message>
    <message>
        <source>That the profile was installed could not be stored.</source>
        <translation>Dass das Profil installiert wurde, konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>its ramps are missing</source>
        <translation>ihre Kalibrierkurven fehlen</translation>
    </message>
    <message>
        <source>%1 of its %2 readings are there</source>
        <translation>%1 von ihren %2 Messungen sind da</translation>
    </message>
    <message>
        <source>never visited</source>
        <translation>noch nie gemessen</translation>
    </message>
    <message>
        <source>out of tolerance</source>
        <translation>außer Toleranz</translation>
    </message>
    <message>
        <source>undecided</source>
        <translation>unentschieden</translation>
    </message>
    <message>
        <source>in tolerance, due in %1</source>
        <translation>in Toleranz, fällig in %1</translation>
    </message>
    <message>
        <source>due soon, in %1</source>
        <translation>bald fällig, in %1</translation>
    </message>
    <message>
        <source>due today</source>
        <translation>heute fällig</translation>
    </message>
    <message>
        <source>due for %1</source>
        <translation>seit %1 fällig</translation>
    </message>
    <message>
        <source>overdue by %1</source>
        <translation>seit %1 überfällig</translation>
    </message>
    <message numerus="yes">
        <source>%n days</source>
        <translation>
            <numerusform>%n Tag</numerusform>
            <numerusform>%n Tagen</numerusform>
        </translation>
    </message>
    <message>
        <source>The visit with all its readings is in %1; it can be opened from there.</source>
        <translation>Die Sitzung mit allen Messungen liegt in %1; sie kann von dort geöffnet werden.</translation>
    </message>
    <message>
        <source>This screen cannot do that.</source>
        <translation>Dieser Bildschirm kann das nicht.</translation>
    </message>
    <message>
        <source>%1 was left out: %2</source>
        <translation>%1 wurde ausgelassen: %2</translation>
    </message>
    <message numerus="yes">
        <source>%n values</source>
        <translation>
            <numerusform>%n Wert</numerusform>
            <numerusform>%n Werten</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n displays</source>
        <translation>
            <numerusform>%n Bildschirm</numerusform>
            <numerusform>%n Bildschirme</numerusform>
        </translation>
    </message>
    <message>
        <source>Prepare</source>
        <translation>Vorbereiten</translation>
    </message>
    <message>
        <source>Room light</source>
        <translation>Umgebungslicht</translation>
    </message>
    <message>
        <source>Target</source>
        <translation>Ziel</translation>
    </message>
    <message>
        <source>Place the instrument</source>
        <translation>Messgerät ansetzen</translation>
    </message>
    <message>
        <source>Warm up</source>
        <translation>Aufwärmen</translation>
    </message>
    <message>
        <source>Adjust the display&apos;s controls</source>
        <translation>Regler des Bildschirms einstellen</translation>
    </message>
    <message>
        <source>Measure and calibrate</source>
        <translation>Messen und kalibrieren</translation>
    </message>
    <message>
        <source>Profile</source>
        <translation>Profil</translation>
    </message>
    <message>
        <source>Verify</source>
        <translation>Überprüfen</translation>
    </message>
    <message>
        <source>Compare by eye</source>
        <translation>Sichtvergleich</translation>
    </message>
    <message>
        <source>Sign off</source>
        <translation>Abnahme</translation>
    </message>
    <message>
        <source>Full visit</source>
        <translation>Vollständige Sitzung</translation>
    </message>
    <message>
        <source>Refresh</source>
        <translation>Auffrischung</translation>
    </message>
    <message>
        <source>Check</source>
        <translation>Prüfung</translation>
    </message>
    <message>
        <source>Profile only</source>
        <translation>Nur Profil</translation>
    </message>
    <message>
        <source>quick</source>
        <translation>schnell</translation>
    </message>
    <message>
        <source>standard</source>
        <translation>normal</translation>
    </message>
    <message>
        <source>thorough</source>
        <translation>gründlich</translation>
    </message>
    <message>
        <source>pass</source>
        <translation>bestanden</translation>
    </message>
    <message>
        <source>fail</source>
        <translation>nicht bestanden</translation>
    </message>
    <message>
        <source>White</source>
        <translation>Weiß</translation>
    </message>
    <message>
        <source>Luminance</source>
        <translation>Leuchtdichte</translation>
    </message>
    <message>
        <source>Mean difference</source>
        <translation>Mittlerer Farbabstand</translation>
    </message>
    <message>
        <source>Largest difference</source>
        <translation>Größter Farbabstand</translation>
    </message>
    <message>
        <source>Gray mean</source>
        <translation>Grau im Mittel</translation>
    </message>
    <message>
        <source>Gray largest</source>
        <translation>Grau höchstens</translation>
    </message>
    <message>
        <source>%1 could not be determined.</source>
        <translation>%1 konnte nicht bestimmt werden.</translation>
    </message>
    <message>
        <source>%1: %2 ± %3 %4 is within %5.</source>
        <translation>%1: %2 ± %3 %4 liegt innerhalb von %5.</translation>
    </message>
    <message>
        <source>%1: %2 ± %3 %4 is beyond %5.</source>
        <translation>%1: %2 ± %3 %4 liegt über %5.</translation>
    </message>
    <message>
        <source>%1: %2 ± %3 %4 is too close to %5 to tell.</source>
        <translation>%1: %2 ± %3 %4 liegt zu nahe an %5 für eine Entscheidung.</translation>
    </message>
    <message>
        <source>daylight %1 K</source>
        <translation>Tageslicht %1 K</translation>
    </message>
    <message>
        <source>blackbody %1 K</source>
        <translation>Schwarzer Strahler %1 K</translation>
    </message>
    <message>
        <source>x %1, y %2</source>
        <translation>x %1, y %2</translation>
    </message>
    <message>
        <source>the display&apos;s own white</source>
        <translation>eigener Weißpunkt</translation>
    </message>
    <message>
        <source>%1 cd/m²</source>
        <translation>%1 cd/m²</translation>
    </message>
    <message>
        <source>maximum luminance</source>
        <translation>größte Leuchtdichte</translation>
    </message>
    <message>
        <source>gamma %1</source>
        <translation>Gamma %1</translation>
    </message>
    <message>
        <source>black %1 cd/m²</source>
        <translation>Schwarz %1 cd/m²</translation>
    </message>
    <message>
        <source>%1 cd/m², x %2, y %3, %4 K</source>
        <translation>%1 cd/m², x %2, y %3, %4 K</translation>
    </message>
    <message>
        <source>The display has no mode called &quot;%1&quot;.</source>
        <translation>Der Bildschirm hat keinen Modus namens „%1“.</translation>
    </message>
    <message>
        <source>It has no modes to choose from.</source>
        <translation>Er hat keine Modi zur Auswahl.</translation>
    </message>
    <message>
        <source>Its modes are: %1.</source>
        <translation>Seine Modi sind: %1.</translation>
    </message>
    <message>
        <source>The bench offers no instrument.</source>
        <translation>Der Messplatz hat kein Messgerät.</translation>
    </message>
    <message>
        <source>The bench offers no display.</source>
        <translation>Der Messplatz hat keinen Bildschirm.</translation>
    </message>
    <message>
        <source>Use a bench that has both, or pair it with a screen in the window.</source>
        <translation>Einen Messplatz mit beidem benutzen oder ihn im Fenster mit einem Bildschirm verbinden.</translation>
    </message>
    <message>
        <source>There is no instrument %1.</source>
        <translation>Es gibt kein Messgerät %1.</translation>
    </message>
    <message>
        <source>The bench has %1, counted from 0.</source>
        <translation>Der Messplatz hat %1, gezählt ab 0.</translation>
    </message>
    <message>
        <source>The correction given does not fit: %1</source>
        <translation>Die angegebene Korrektur passt nicht: %1</translation>
    </message>
    <message>
        <source>Use it where it was made for, or make one for this instrument and panel.</source>
        <translation>Sie dort benutzen, wofür sie gemacht wurde, oder eine für dieses Messgerät und Panel machen.</translation>
    </message>
    <message>
        <source>Screen clean and on, menu at factory settings; automatic brightness, night colours, dynamic contrast and power saving off; no light falling on the screen.</source>
        <translation>Bildschirm sauber und eingeschaltet, Menü auf Werkseinstellung; automatische Helligkeit, Nachtfarben, dynamischer Kontrast und Energiesparen aus; kein Licht fällt auf den Schirm.</translation>
    </message>
    <message>
        <source>ramps left as they are</source>
        <translation>Kalibrierkurven unverändert</translation>
    </message>
    <message>
        <source>ramps linear</source>
        <translation>Kalibrierkurven linear</translation>
    </message>
    <message>
        <source>no video LUT</source>
        <translation>keine Video-LUT</translation>
    </message>
    <message>
        <source>%1, corrected by %2</source>
        <translation>%1, korrigiert durch %2</translation>
    </message>
    <message>
        <source>%1, corrected for %2</source>
        <translation>%1, korrigiert für %2</translation>
    </message>
    <message>
        <source>Earlier ramps were loaded; they were removed before anything was measured.</source>
        <translation>Frühere Kalibrierkurven waren geladen; sie wurden vor der Messung entfernt.</translation>
    </message>
    <message>
        <source>Earlier ramps are still loaded and cannot be removed.</source>
        <translation>Frühere Kalibrierkurven sind noch geladen und lassen sich nicht entfernen.</translation>
    </message>
    <message>
        <source>Close the program that loads them, then start again.</source>
        <translation>Das Programm schließen, das sie lädt, dann erneut beginnen.</translation>
    </message>
    <message>
        <source>This display has no video LUT: the profile can describe tone and white, but they cannot be corrected.</source>
        <translation>Dieser Bildschirm hat keine Video-LUT: Tonwerte und Weißpunkt können nur im Profil beschrieben, nicht korrigiert werden.</translation>
    </message>
    <message>
        <source>The correction in use is doubtful. %1</source>
        <translation>Die benutzte Korrektur ist zweifelhaft. %1</translation>
    </message>
    <message>
        <source>The instrument has no correction for this panel (%1): colours may be read a few ΔE wrong, and the uncertainty says so.</source>
        <translation>Das Messgerät hat keine Korrektur für dieses Panel (%1): Farben können um einige ΔE falsch gemessen werden; die Unsicherheit sagt das.</translation>
    </message>
    <message>
        <source>Put the spectroradiometer in the marked place instead of the colorimeter.</source>
        <translation>Das Spektralradiometer statt des Kolorimeters auf die markierte Stelle setzen.</translation>
    </message>
    <message>
        <source>Put the colorimeter back in the marked place.</source>
        <translation>Das Kolorimeter wieder auf die markierte Stelle setzen.</translation>
    </message>
    <message>
        <source>The correction made here was not used. %1</source>
        <translation>Die hier gemachte Korrektur wurde nicht benutzt. %1</translation>
    </message>
    <message>
        <source>The instrument cannot read room light.</source>
        <translation>Das Messgerät kann kein Umgebungslicht messen.</translation>
    </message>
    <message>
        <source>The bench cannot read room light.</source>
        <translation>Der Messplatz kann kein Umgebungslicht messen.</translation>
    </message>
    <message>
        <source>Put the instrument at the working position, its diffuser facing the room.</source>
        <translation>Das Messgerät an den Arbeitsplatz legen, den Diffusor zum Raum.</translation>
    </message>
    <message>
        <source>too dim: some light behind the screen spares the eyes</source>
        <translation>zu dunkel: etwas Licht hinter dem Bildschirm schont die Augen</translation>
    </message>
    <message>
        <source>right for photo work</source>
        <translation>richtig für Fotoarbeit</translation>
    </message>
    <message>
        <source>high: move the lamp, turn the screen or draw the blind</source>
        <translation>hoch: Lampe versetzen, Bildschirm drehen oder Rollo schließen</translation>
    </message>
    <message>
        <source>too high to judge colour: draw the blind, or choose a brighter target</source>
        <translation>zu hoch, um Farben zu beurteilen: Rollo schließen oder ein helleres Ziel wählen</translation>
    </message>
    <message>
        <source>%1 lux at the desk, %2 K: %3</source>
        <translation>%1 Lux am Tisch, %2 K: %3</translation>
    </message>
    <message>
        <source>The room is bright (%1 lux at the desk): blacks look gray and prints will come out dark.</source>
        <translation>Der Raum ist hell (%1 Lux am Tisch): Schwarz wirkt grau, und Drucke werden zu dunkel.</translation>
    </message>
    <message>
        <source>Choose what the display is for.</source>
        <translation>Auswählen, wofür der Bildschirm dient.</translation>
    </message>
    <message>
        <source>Cover off and used as counterweight; screen tilted back; instrument in the marked place, flat, no gap seen from the side. Never press on the panel.</source>
        <translation>Abdeckung ab und als Gegengewicht; Bildschirm nach hinten geneigt; Messgerät flach auf der markierten Stelle, seitlich kein Spalt. Nie auf das Panel drücken.</translation>
    </message>
    <message>
        <source>Centre of the screen</source>
        <translation>Bildschirmmitte</translation>
    </message>
    <message>
        <source>This panel dims itself when much of it shines: patches of %1 % of the screen are used.</source>
        <translation>Dieses Panel dimmt sich, wenn viel davon leuchtet: Messfelder von %1 % des Bildschirms werden benutzt.</translation>
    </message>
    <message>
        <source>Stable after %1 (%2), white at %3 cd/m²</source>
        <translation>Stabil nach %1 (%2), Weiß bei %3 cd/m²</translation>
    </message>
    <message>
        <source>Not stable after %1 (%2), white at %3 cd/m²</source>
        <translation>Nicht stabil nach %1 (%2), Weiß bei %3 cd/m²</translation>
    </message>
    <message>
        <source>%1 % a minute</source>
        <translation>%1 % pro Minute</translation>
    </message>
    <message>
        <source>The panel was not stable when it was measured: its luminance moved by %1.</source>
        <translation>Das Panel war bei der Messung nicht stabil: Seine Leuchtdichte änderte sich um %1.</translation>
    </message>
    <message>
        <source>Turn the display&apos;s brightness down in its menu, or use an instrument for brighter displays; then continue.</source>
        <translation>Die Helligkeit im Menü des Bildschirms verringern oder ein Messgerät für hellere Bildschirme benutzen; dann fortsetzen.</translation>
    </message>
    <message>
        <source>This kind of visit leaves the menu alone: make a full visit, turn the brightness down by hand, or use another instrument.</source>
        <translation>Diese Art Sitzung lässt das Menü unberührt: eine vollständige Sitzung machen, die Helligkeit von Hand verringern oder ein anderes Messgerät benutzen.</translation>
    </message>
    <message>
        <source>Full white saturated the instrument: brightness was turned down from %1 to %2.</source>
        <translation>Volles Weiß übersteuerte das Messgerät: Die Helligkeit wurde von %1 auf %2 verringert.</translation>
    </message>
    <message>
        <source>Set %1 to %2.</source>
        <translation>%1 auf %2 stellen.</translation>
    </message>
    <message>
        <source>The panel says it is %1, but its gamut is %2 times sRGB&apos;s, which that kind does not have: the instrument&apos;s correction may be for another kind of panel.</source>
        <translation>Das Panel nennt sich %1, sein Farbumfang ist aber das %2-Fache von sRGB, was diese Art nicht hat: Die Korrektur des Messgeräts ist womöglich für eine andere Panelart.</translation>
    </message>
    <message>
        <source>White reads %1 cd/m². If the display has a menu, turn its brightness down until white is near %2 cd/m², and change nothing else; white is then read again. Otherwise the ramps take the rest, which costs gray steps.</source>
        <translation>Weiß misst %1 cd/m². Hat der Bildschirm ein Menü, die Helligkeit verringern, bis Weiß nahe %2 cd/m² liegt, und sonst nichts ändern; Weiß wird dann neu gemessen. Andernfalls übernehmen die Kalibrierkurven den Rest, was Graustufen kostet.</translation>
    </message>
    <message>
        <source>White reads %1 cd/m². If the display has a menu, turn its brightness up until white is near %2 cd/m², and change nothing else; white is then read again. Otherwise the target&apos;s luminance is not reached.</source>
        <translation>Weiß misst %1 cd/m². Hat der Bildschirm ein Menü, die Helligkeit erhöhen, bis Weiß nahe %2 cd/m² liegt, und sonst nichts ändern; Weiß wird dann neu gemessen. Andernfalls wird die Ziel-Leuchtdichte nicht erreicht.</translation>
    </message>
    <message>
        <source>Brightness was set by hand; white then read %1 cd/m².</source>
        <translation>Die Helligkeit wurde von Hand eingestellt; Weiß maß dann %1 cd/m².</translation>
    </message>
    <message>
        <source>The display&apos;s controls need a person&apos;s hand and nobody was asked: they were left as found.</source>
        <translation>Die Regler des Bildschirms brauchen eine Hand, und niemand wurde gefragt: Sie blieben wie vorgefunden.</translation>
    </message>
    <message>
        <source>Controls not changed; white at %1</source>
        <translation>Regler unverändert; Weiß bei %1</translation>
    </message>
    <message>
        <source>The instrument saturates at about %1 cd/m²; the controls were left at %2.</source>
        <translation>Das Messgerät übersteuert ab etwa %1 cd/m²; die Regler blieben auf %2.</translation>
    </message>
    <message>
        <source>The instrument saturates at about %1 cd/m² of white; what the panel could show above that is not known.</source>
        <translation>Das Messgerät übersteuert ab etwa %1 cd/m² Weiß; was das Panel darüber zeigen könnte, ist nicht bekannt.</translation>
    </message>
    <message>
        <source>This display has no controls to adjust; the ramps do all of it.</source>
        <translation>Dieser Bildschirm hat keine einstellbaren Regler; die Kalibrierkurven übernehmen alles.</translation>
    </message>
    <message>
        <source>The controls are right as they are: %1.</source>
        <translation>Die Regler stehen richtig: %1.</translation>
    </message>
    <message>
        <source>Set %1; white then read %2 cd/m².</source>
        <translation>Eingestellt: %1; Weiß maß dann %2 cd/m².</translation>
    </message>
    <message>
        <source>The panel cannot reach %1 cd/m² at the target white: it is %2 cd/m² short; the nearest is %3 cd/m².</source>
        <translation>Das Panel erreicht beim Ziel-Weiß keine %1 cd/m²: Es fehlen %2 cd/m²; am nächsten sind %3 cd/m².</translation>
    </message>
    <message>
        <source>The panel was left brighter than %1 cd/m²; the ramps take off %2 %, which costs gray steps.</source>
        <translation>Das Panel blieb heller als %1 cd/m²; die Kalibrierkurven nehmen %2 % weg, was Graustufen kostet.</translation>
    </message>
    <message>
        <source>The controls cannot bring the panel down to %1 cd/m²; the ramps take off %2 %, which costs gray steps.</source>
        <translation>Die Regler bringen das Panel nicht auf %1 cd/m² herunter; die Kalibrierkurven nehmen %2 % weg, was Graustufen kostet.</translation>
    </message>
    <message>
        <source>The panel&apos;s black is %1 cd/m²; the target&apos;s %2 is below it.</source>
        <translation>Das Schwarz des Panels ist %1 cd/m²; das Ziel von %2 liegt darunter.</translation>
    </message>
    <message>
        <source>Black reads %1 cd/m² and has taken on the colour of the room&apos;s light (%2 % of the way from the panel&apos;s white): light may leak in under the instrument.</source>
        <translation>Schwarz misst %1 cd/m² und hat die Farbe des Umgebungslichts angenommen (%2 % des Wegs vom Weiß des Panels): Unter das Messgerät könnte Licht fallen.</translation>
    </message>
    <message>
        <source>Black reads %1 cd/m², more than this kind of panel leaves (%2): light may leak in under the instrument, or the room&apos;s light falls on the screen.</source>
        <translation>Schwarz misst %1 cd/m², mehr als diese Panelart übrig lässt (%2): Unter das Messgerät könnte Licht fallen, oder Raumlicht fällt auf den Schirm.</translation>
    </message>
    <message>
        <source>White %1; grays expected within ΔE00 %2 ± %3 on average; the LUT&apos;s steps alone cost %4</source>
        <translation>Weiß %1; Grau im Mittel innerhalb ΔE00 %2 ± %3 erwartet; allein die Stufen der LUT kosten %4</translation>
    </message>
    <message>
        <source>Measured as it is; white %1; no ramps</source>
        <translation>Wie vorgefunden gemessen; Weiß %1; keine Kalibrierkurven</translation>
    </message>
    <message>
        <source>The profile&apos;s ramps were not loaded; they were loaded for this check and stay loaded.</source>
        <translation>Die Kalibrierkurven des Profils waren nicht geladen; sie wurden für diese Prüfung geladen und bleiben es.</translation>
    </message>
    <message>
        <source>As found: white %1; gray ΔE00 mean %2</source>
        <translation>Wie vorgefunden: Weiß %1; Grau ΔE00 im Mittel %2</translation>
    </message>
    <message>
        <source>As found: white at %1 cd/m²; gray ΔE00 mean %2</source>
        <translation>Wie vorgefunden: Weiß bei %1 cd/m²; Grau ΔE00 im Mittel %2</translation>
    </message>
    <message>
        <source>The profile given: %1</source>
        <translation>Das angegebene Profil: %1</translation>
    </message>
    <message>
        <source>No profile was given to check: colours are judged as the display&apos;s own primaries with the target&apos;s tone curve would show them.</source>
        <translation>Es wurde kein Profil zum Prüfen angegeben: Farben werden beurteilt, wie die eigenen Primärfarben mit der Tonwertkurve des Ziels sie zeigen würden.</translation>
    </message>
    <message>
        <source>The readings of %1 do not describe a display: no profile can be made from them.</source>
        <translation>Die Messungen von %1 beschreiben keinen Bildschirm: Daraus lässt sich kein Profil machen.</translation>
    </message>
    <message>
        <source>Check that the display shows what is asked for and that the instrument lies on it, then start again.</source>
        <translation>Prüfen, ob der Bildschirm das Gewünschte zeigt und das Messgerät darauf liegt, dann erneut beginnen.</translation>
    </message>
    <message>
        <source>%1 (ICC %2, %3)</source>
        <translation>%1 (ICC %2, %3)</translation>
    </message>
    <message>
        <source>tables</source>
        <translation>Tabellen</translation>
    </message>
    <message>
        <source>matrix</source>
        <translation>Matrix</translation>
    </message>
    <message>
        <source>Red, green and blue do not add up on this panel: a matrix profile is off by ΔE00 %1 on average and up to %2. A table profile would be accurate.</source>
        <translation>Rot, Grün und Blau addieren sich auf diesem Panel nicht: Ein Matrixprofil liegt im Mittel um ΔE00 %1 daneben, höchstens um %2. Ein Tabellenprofil wäre genau.</translation>
    </message>
    <message>
        <source>The target asks for the gamut of %1; the panel&apos;s primaries miss it by up to Δu′v′ %2. Ramps cannot move primaries: choose the display&apos;s own mode for that space, or leave it to the profile.</source>
        <translation>Das Ziel verlangt den Farbumfang von %1; die Primärfarben des Panels verfehlen ihn um bis zu Δu′v′ %2. Kalibrierkurven können Primärfarben nicht verschieben: den Modus des Bildschirms für diesen Farbraum wählen oder es dem Profil überlassen.</translation>
    </message>
    <message>
        <source>Light from outside falls on the screen: waiting until it is gone.</source>
        <translation>Fremdlicht fällt auf den Schirm: Es wird gewartet, bis es weg ist.</translation>
    </message>
    <message>
        <source>Light from outside fell on the screen for about %1 s; what was read meanwhile was taken again.</source>
        <translation>Etwa %1 s lang fiel Fremdlicht auf den Schirm; die Messungen aus dieser Zeit wurden wiederholt.</translation>
    </message>
    <message>
        <source>Light from outside falls on the screen and stays.</source>
        <translation>Fremdlicht fällt dauerhaft auf den Schirm.</translation>
    </message>
    <message>
        <source>Turn the lamp off or draw the blind, check that the instrument lies flat, then continue the visit.</source>
        <translation>Die Lampe ausschalten oder das Rollo schließen, prüfen, ob das Messgerät flach liegt, dann die Sitzung fortsetzen.</translation>
    </message>
    <message>
        <source>A reading did not repeat later; it and those around the same time were set aside and taken again.</source>
        <translation>Eine Messung war später nicht wiederholbar; sie und die aus derselben Zeit wurden beiseitegelegt und neu gemacht.</translation>
    </message>
    <message numerus="yes">
        <source>The visit was interrupted; %n readings of the unfinished stages are kept but not used: they were taken again.</source>
        <translation>
            <numerusform>Die Sitzung wurde unterbrochen; %n Messung der unfertigen Schritte bleibt erhalten, zählt aber nicht: Sie wurde wiederholt.</numerusform>
            <numerusform>Die Sitzung wurde unterbrochen; %n Messungen der unfertigen Schritte bleiben erhalten, zählen aber nicht: Sie wurden wiederholt.</numerusform>
        </translation>
    </message>
    <message>
        <source>White moved by %1 % while the colours were verified.</source>
        <translation>Weiß änderte sich während der Überprüfung um %1 %.</translation>
    </message>
    <message>
        <source>%1: ΔE00 mean %2 ± %3, max %4, 95 % below %5: %6</source>
        <translation>%1: ΔE00 im Mittel %2 ± %3, höchstens %4, 95 % unter %5: %6</translation>
    </message>
    <message>
        <source>%1: ΔE00 mean %2 ± %3, max %4: %5</source>
        <translation>%1: ΔE00 im Mittel %2 ± %3, höchstens %4: %5</translation>
    </message>
    <message>
        <source>%1 kept out of the profile: ΔE00 mean %2 ± %3, max %4: %5</source>
        <translation>%1 nicht im Profil verwendet: ΔE00 im Mittel %2 ± %3, höchstens %4: %5</translation>
    </message>
    <message>
        <source>%1 of the panel as it was left; white at %2 cd/m²</source>
        <translation>%1 des Panels im hinterlassenen Zustand; Weiß bei %2 cd/m²</translation>
    </message>
    <message>
        <source>%1 imported; white at %2 cd/m²</source>
        <translation>%1 importiert; Weiß bei %2 cd/m²</translation>
    </message>
    <message>
        <source>The readings were imported.</source>
        <translation>Die Messungen wurden importiert.</translation>
    </message>
    <message>
        <source>The readings of a visit were imported again.</source>
        <translation>Die Messungen einer Sitzung wurden wieder importiert.</translation>
    </message>
    <message>
        <source>Too few readings to keep some back for judging.</source>
        <translation>Zu wenige Messungen, um einige für die Beurteilung zurückzuhalten.</translation>
    </message>
    <message>
        <source>There are too few readings to keep some back: import 20 or more, with mixtures, to have the profile judged.</source>
        <translation>Es sind zu wenige Messungen, um einige zurückzuhalten: 20 oder mehr importieren, mit Mischfarben, um das Profil beurteilen zu lassen.</translation>
    </message>
    <message>
        <source>What the instrument was corrected for is not known, so it may be a few ΔE wrong. State it to have this decided.</source>
        <translation>Wofür das Messgerät korrigiert war, ist nicht bekannt; es kann um einige ΔE falsch liegen. Eine Angabe erlaubt die Entscheidung.</translation>
    </message>
    <message>
        <source>The profile is judged by readings of the same instrument that were kept out of it.</source>
        <translation>Das Profil wird an Messungen desselben Messgeräts beurteilt, die nicht darin verwendet wurden.</translation>
    </message>
    <message>
        <source>The profile that was checked is not among the readings: colours are judged by what it said then.</source>
        <translation>Das geprüfte Profil ist nicht bei den Messungen: Farben werden danach beurteilt, was es damals angab.</translation>
    </message>
    <message>
        <source>There is no profile to judge.</source>
        <translation>Es gibt kein Profil zu beurteilen.</translation>
    </message>
    <message>
        <source>The profile is faulty (%1): %2</source>
        <translation>Das Profil ist fehlerhaft (%1): %2</translation>
    </message>
    <message>
        <source>The instrument flagged %1 of %2 as low light: its figures are noisier than stated.</source>
        <translation>Das Messgerät meldete bei %1 von %2 zu wenig Licht: Seine Werte rauschen stärker als angegeben.</translation>
    </message>
    <message>
        <source>The instrument flagged %1 of %2 as low light, full white among them: its figures are noisier than stated.</source>
        <translation>Das Messgerät meldete bei %1 von %2 zu wenig Licht, auch bei vollem Weiß: Seine Werte rauschen stärker als angegeben.</translation>
    </message>
    <message>
        <source>The target asks for %1 cd/m²; at the target white this panel reaches %2 cd/m², %3 less. Nearest target: %4 cd/m².</source>
        <translation>Das Ziel verlangt %1 cd/m²; beim Ziel-Weiß erreicht dieses Panel %2 cd/m², %3 weniger. Nächstes Ziel: %4 cd/m².</translation>
    </message>
    <message>
        <source>The target asks for %1 cd/m²; at the target white this instrument could measure no more than %2 cd/m², %3 less. Nearest target: %4 cd/m².</source>
        <translation>Das Ziel verlangt %1 cd/m²; beim Ziel-Weiß konnte dieses Messgerät nicht mehr als %2 cd/m² messen, %3 weniger. Nächstes Ziel: %4 cd/m².</translation>
    </message>
    <message>
        <source>%1 cd/m² too bright: a full visit sets the brightness again.</source>
        <translation>%1 cd/m² zu hell: Eine vollständige Sitzung stellt die Helligkeit neu ein.</translation>
    </message>
    <message>
        <source>%1 cd/m² too dim: a full visit sets the brightness again.</source>
        <translation>%1 cd/m² zu dunkel: Eine vollständige Sitzung stellt die Helligkeit neu ein.</translation>
    </message>
    <message>
        <source>The panel cannot show the target white at this luminance. As chosen, the luminance was kept and white was moved by ΔE00 %1 towards the panel&apos;s own.</source>
        <translation>Das Panel kann das Ziel-Weiß bei dieser Leuchtdichte nicht zeigen. Wie gewählt, blieb die Leuchtdichte erhalten, und Weiß wurde um ΔE00 %1 zum eigenen Weißpunkt verschoben.</translation>
    </message>
    <message>
        <source>A correction of the instrument for this kind of panel would decide it.</source>
        <translation>Eine Korrektur des Messgeräts für diese Panelart würde die Entscheidung erlauben.</translation>
    </message>
    <message>
        <source>Verdict: %1 (%2)</source>
        <translation>Urteil: %1 (%2)</translation>
    </message>
    <message>
        <source>Nobody was there to look.</source>
        <translation>Niemand war zum Vergleichen da.</translation>
    </message>
    <message>
        <source>Compare before and after on the screen with pictures you know. Eyes adapt: look away in between.</source>
        <translation>Vorher und nachher am Schirm mit bekannten Bildern vergleichen. Augen gewöhnen sich: dazwischen wegsehen.</translation>
    </message>
    <message>
        <source>Sign off: from now on nobody touches the display&apos;s menu (%1).</source>
        <translation>Abnahme: Ab jetzt ändert niemand das Menü des Bildschirms (%1).</translation>
    </message>
    <message>
        <source>Compared, before and after</source>
        <translation>Verglichen, vorher und nachher</translation>
    </message>
    <message>
        <source>Signed off by %1: %2</source>
        <translation>Abgenommen durch %1: %2</translation>
    </message>
    <message>
        <source>All %1 are in %2.</source>
        <translation>Alle %1 liegen in %2.</translation>
    </message>
    <message>
        <source>%1 %2</source>
        <translation>%1 %2</translation>
    </message>
    <message>
        <source>Sign off: from now on nobody changes the display&apos;s settings.</source>
        <translation>Abnahme: Ab jetzt ändert niemand die Einstellungen des Bildschirms.</translation>
    </message>
    <message>
        <source>the instrument</source>
        <translation>das Messgerät</translation>
    </message>
    <message>
        <source>some of what it found is missing</source>
        <translation>ein Teil der Befunde fehlt</translation>
    </message>
    <message>
        <source>%1: %2 ± %3 %4 as %6 sees it, within %5; up to %7 for the standard observer.</source>
        <translation>%1: %2 ± %3 %4, so wie %6 es sieht, innerhalb %5; bis %7 für den Normalbeobachter.</translation>
    </message>
    <message>
        <source>%1: %2 ± %3 %4 as %6 sees it, beyond %5; up to %7 for the standard observer.</source>
        <translation>%1: %2 ± %3 %4, so wie %6 es sieht, jenseits %5; bis %7 für den Normalbeobachter.</translation>
    </message>
    <message>
        <source>%1: %2 ± %3 %4 as %6 sees it, too close to %5 to tell; up to %7 for the standard observer.</source>
        <translation>%1: %2 ± %3 %4, so wie %6 es sieht, zu nah an %5 für ein Urteil; bis %7 für den Normalbeobachter.</translation>
    </message>
    <message>
        <source>%1: %2 ± %3 %4 for the standard observer, within %5; ± %7 as %6 sees it.</source>
        <translation>%1: %2 ± %3 %4 für den Normalbeobachter, innerhalb %5; ± %7, so wie %6 es sieht.</translation>
    </message>
    <message>
        <source>%1: %2 ± %3 %4 for the standard observer, beyond %5; ± %7 as %6 sees it.</source>
        <translation>%1: %2 ± %3 %4 für den Normalbeobachter, jenseits %5; ± %7, so wie %6 es sieht.</translation>
    </message>
    <message>
        <source>%1: %2 ± %3 %4 for the standard observer, too close to %5 to tell; ± %7 as %6 sees it.</source>
        <translation>%1: %2 ± %3 %4 für den Normalbeobachter, zu nah an %5 für ein Urteil; ± %7, so wie %6 es sieht.</translation>
    </message>
    <message>
        <source>The display takes the calibration ramps but shows the same without them, so grays are as the panel makes them. Check that nothing else (a mode, a driver&apos;s colour setting) takes their place.</source>
        <translation>Der Monitor nimmt die Kalibrierkurven an, zeigt aber dasselbe wie ohne sie: Die Grautöne sind die des Panels. Prüfen, ob etwas anderes (ein Modus, eine Farbeinstellung des Treibers) an ihre Stelle tritt.</translation>
    </message>
    <message>
        <source>It shows %1, by volume in CIELAB (D50), black taken to zero.</source>
        <translation>Es zeigt %1, nach Volumen in CIELAB (D50), Schwarz zu null gerechnet.</translation>
    </message>
    <message>
        <source>shows %1 % of %2&apos;s CIELAB volume</source>
        <translation>zeigt %1 % des CIELAB-Volumens von %2</translation>
    </message>
    <message>
        <source>shows %1 % of %2&apos;s CIELAB volume, black included</source>
        <translation>zeigt %1 % des CIELAB-Volumens von %2, Schwarz eingerechnet</translation>
    </message>
    <message>
        <source>%1 (ICC %2, %3); shows %4 % of sRGB, %5 % of Adobe RGB (1998) by volume in CIELAB</source>
        <translation>%1 (ICC %2, %3); zeigt %4 % von sRGB, %5 % von Adobe RGB (1998) nach Volumen in CIELAB</translation>
    </message>
    <message>
        <source> whose white is x %1, y %2 (%3)</source>
        <translation> mit Weiß bei x %1, y %2 (%3)</translation>
    </message>
    <message>
        <source>%1, gamma %2</source>
        <translation>%1, Gamma %2</translation>
    </message>
    <message>
        <source>x %1, y %2; %3</source>
        <translation>x %1, y %2; %3</translation>
    </message>
    <message>
        <source>%1 cd/m², x %2, y %3, %4</source>
        <translation>%1 cd/m², x %2, y %3, %4</translation>
    </message>
    <message>
        <source>%1 K</source>
        <translation>%1 K</translation>
    </message>
    <message>
        <source>no colour temperature</source>
        <translation>keine Farbtemperatur</translation>
    </message>
    <message>
        <source>%1 lux at the desk, %2: %3</source>
        <translation>%1 Lux am Tisch, %2: %3</translation>
    </message>
    <message>
        <source>too dark to tell the light&apos;s colour</source>
        <translation>zu dunkel, um die Lichtfarbe zu bestimmen</translation>
    </message>
    <message>
        <source>%1; in this room&apos;s light about %2 : 1</source>
        <translation>%1; im Licht dieses Raums etwa %2 : 1</translation>
    </message>
    <message>
        <source>contrast at least %1 : 1: black is below what the instrument sees</source>
        <translation>Kontrast mindestens %1 : 1: Schwarz liegt unter dem, was das Messgerät sieht</translation>
    </message>
    <message>
        <source>below %1 cd/m²</source>
        <translation>unter %1 cd/m²</translation>
    </message>
    <message>
        <source>the very same %1 cd/m² again</source>
        <translation>noch einmal genau dieselben %1 cd/m²</translation>
    </message>
    <message>
        <source>The instrument or its program hangs: unplug it and plug it in again, or restart the program, then continue.</source>
        <translation>Das Messgerät oder sein Programm hängt: Gerät abziehen und wieder anstecken oder das Programm neu starten, dann fortsetzen.</translation>
    </message>
    <message>
        <source>See that the instrument&apos;s program answers in cd/m², not relative to white or in other units.</source>
        <translation>Prüfen, ob das Programm des Messgeräts in cd/m² antwortet, nicht relativ zu Weiß oder in anderen Einheiten.</translation>
    </message>
    <message>
        <source>its spectrum of white is %1 cd/m², its XYZ %2</source>
        <translation>sein Spektrum von Weiß ergibt %1 cd/m², sein XYZ %2</translation>
    </message>
    <message>
        <source>%1 reads white at its brightest as %2 cd/m². No display in use is so dim: its program may answer in other units than cd/m².</source>
        <translation>%1 misst das hellste Weiß mit %2 cd/m². So dunkel ist kein Bildschirm im Gebrauch: Vielleicht antwortet sein Programm in anderen Einheiten als cd/m².</translation>
    </message>
    <message>
        <source>The display shows black brighter (%1 cd/m²) than white (%2 cd/m²): its picture is inverted.</source>
        <translation>Der Bildschirm zeigt Schwarz heller (%1 cd/m²) als Weiß (%2 cd/m²): Sein Bild ist invertiert.</translation>
    </message>
    <message>
        <source>Switch off inverted colours in the display&apos;s menu or the computer&apos;s accessibility settings.</source>
        <translation>Invertierte Farben im Menü des Bildschirms oder in den Bedienungshilfen des Rechners ausschalten.</translation>
    </message>
    <message>
        <source>Red, green and blue all show white&apos;s own colour: the display shows only gray.</source>
        <translation>Rot, Grün und Blau zeigen alle die Farbe von Weiß: Der Bildschirm zeigt nur Grau.</translation>
    </message>
    <message>
        <source>Turn its saturation up, or leave its monochrome mode and the computer&apos;s grayscale filter.</source>
        <translation>Die Sättigung aufdrehen oder den Schwarzweißmodus und den Graustufenfilter des Rechners verlassen.</translation>
    </message>
    <message>
        <source>%1 above %2 %</source>
        <translation>%1 über %2 %</translation>
    </message>
    <message>
        <source>%1 below %2 %</source>
        <translation>%1 unter %2 %</translation>
    </message>
    <message>
        <source>The display clips: channels give no more light at higher drive (%1). %2 %3</source>
        <translation>Der Bildschirm schneidet ab: Kanäle geben bei höherer Ansteuerung nicht mehr Licht (%1). %2 %3</translation>
    </message>
    <message>
        <source>Contrast or a gain is set too high: lower it in the menu.</source>
        <translation>Kontrast oder eine Verstärkung ist zu hoch eingestellt: im Menü senken.</translation>
    </message>
    <message>
        <source>Contrast at %1 is too high: lower it to about %2.</source>
        <translation>Kontrast auf %1 ist zu hoch: auf etwa %2 senken.</translation>
    </message>
    <message>
        <source>Shadows are crushed: low drives show black (%1). The black level or the input&apos;s range is set wrong. %2</source>
        <translation>Tiefen laufen zu: Niedrige Ansteuerungen zeigen Schwarz (%1). Der Schwarzwert oder der Bereich des Eingangs ist falsch eingestellt. %2</translation>
    </message>
    <message>
        <source>The display takes a part of the signal for all of it (limited range, 16 to 235 of 255): set display and computer to the same, full, range. %1</source>
        <translation>Der Bildschirm nimmt einen Teil des Signals für das Ganze (begrenzter Bereich, 16 bis 235 von 255): Bildschirm und Rechner auf denselben, vollen Bereich stellen. %1</translation>
    </message>
    <message>
        <source>The ramps stay within what it shows, which costs gray steps.</source>
        <translation>Die Rampen bleiben in dem, was er zeigt; das kostet Graustufen.</translation>
    </message>
    <message>
        <source>Without ramps this is not corrected: what lies beyond is lost.</source>
        <translation>Ohne Rampen wird das nicht korrigiert: Was darüber hinaus liegt, ist verloren.</translation>
    </message>
    <message>
        <source>95 % of all colours are within %1 (by these, with 95 % confidence).</source>
        <translation>95 % aller Farben liegen innerhalb von %1 (nach diesen, mit 95 % Vertrauen).</translation>
    </message>
    <message>
        <source>Decided after %1 colours: the other %2 would hardly change the verdict.</source>
        <translation>Nach %1 Farben entschieden: Die übrigen %2 würden am Urteil kaum etwas ändern.</translation>
    </message>
    <message>
        <source>The panel is still moving (%1 % of luminance to come): waiting about %2, then going on.</source>
        <translation>Das Panel verändert sich noch (%1 % der Leuchtdichte stehen aus): etwa %2 warten, dann weiter.</translation>
    </message>
    <message>
        <source>The panel began to move again after it had seemed stable: the visit waited %1 for it.</source>
        <translation>Das Panel begann sich wieder zu verändern, nachdem es stabil schien: Die Sitzung hat %1 darauf gewartet.</translation>
    </message>
    <message>
        <source>White has moved by %1 ΔE00 since it was calibrated.</source>
        <translation>Weiß hat sich seit der Kalibrierung um %1 ΔE00 verschoben.</translation>
    </message>
    <message>
        <source>The panel is still moving: within an hour luminance is expected to change by %1 % and white by %2 in u&apos;v&apos;. Leave it on, then check.</source>
        <translation>Das Panel verändert sich noch: Innerhalb einer Stunde ist eine Änderung der Leuchtdichte um %1 % und von Weiß um %2 in u&apos;v&apos; zu erwarten. Eingeschaltet lassen, dann prüfen.</translation>
    </message>
    <message>
        <source>Readings of the same patch differ more than the instrument&apos;s noise, again and again: the display or the instrument is not steady. They were taken as they are, and the uncertainty says so.</source>
        <translation>Messungen desselben Farbfelds weichen immer wieder stärker ab, als das Messgerät rauscht: Bildschirm oder Messgerät ist unruhig. Sie wurden genommen, wie sie sind, und die Unsicherheit sagt es.</translation>
    </message>
    <message>
        <source>The display makes mixed colours more saturated than its own primaries do, by about %1 %: a picture mode or colour enhancement is on. The profile describes it as well as it can; switch it off and make a new visit.</source>
        <translation>Der Bildschirm macht Mischfarben um etwa %1 % gesättigter als seine eigenen Primärfarben: Ein Bildmodus oder eine Farbverstärkung ist eingeschaltet. Das Profil beschreibt es, so gut es geht; ausschalten und eine neue Sitzung machen.</translation>
    </message>
    <message>
        <source>The display turns the hues of mixed colours, by about %1°: a picture mode or hue control is on. The profile describes it as well as it can; switch it off and make a new visit.</source>
        <translation>Der Bildschirm verdreht die Farbtöne von Mischfarben um etwa %1°: Ein Bildmodus oder eine Farbtonregelung ist eingeschaltet. Das Profil beschreibt es, so gut es geht; ausschalten und eine neue Sitzung machen.</translation>
    </message>
    <message>
        <source>Black reads %1 cd/m² beside white and %2 cd/m² alone: the backlight dims by zones, or light spreads. Contrast within a picture is about %3 : 1.</source>
        <translation>Schwarz misst %1 cd/m² neben Weiß und %2 cd/m² allein: Die Hinterleuchtung dimmt in Zonen, oder Licht streut. Der Kontrast innerhalb eines Bildes ist etwa %3 : 1.</translation>
    </message>
    <message>
        <source>White reads %1 cd/m² on %2 % of the screen and %3 cd/m² on %4 %: the display limits its power. All figures hold for the smaller patch.</source>
        <translation>Weiß misst %1 cd/m² auf %2 % des Bildschirms und %3 cd/m² auf %4 %: Der Bildschirm begrenzt seine Leistung. Alle Angaben gelten für das kleinere Farbfeld.</translation>
    </message>
    <message>
        <source>White reads %1 cd/m² on %2 % of the screen and %3 cd/m² on %4 %: the display dims small bright areas. All figures hold for the smaller patch.</source>
        <translation>Weiß misst %1 cd/m² auf %2 % des Bildschirms und %3 cd/m² auf %4 %: Der Bildschirm dimmt kleine helle Flächen. Alle Angaben gelten für das kleinere Farbfeld.</translation>
    </message>
    <message>
        <source>Grays up to L* %1 were not verified: they are too dark for this instrument to judge (less than %2 cd/m²).</source>
        <translation>Grautöne bis L* %1 wurden nicht verifiziert: Sie sind zu dunkel, als dass dieses Messgerät sie beurteilen könnte (unter %2 cd/m²).</translation>
    </message>
    <message>
        <source>When it was verified white was no longer as it had been calibrated (the panel moved on, or lost its ramps): it was calibrated once more.</source>
        <translation>Bei der Verifizierung war Weiß nicht mehr wie kalibriert (das Panel hat sich weiter verändert oder seine Rampen verloren): Es wurde noch einmal kalibriert.</translation>
    </message>
    <message>
        <source>The earlier visit cannot be read: %1.</source>
        <translation>Die frühere Sitzung ist nicht lesbar: %1.</translation>
    </message>
    <message>
        <source>Give the visit.json that a visit wrote.</source>
        <translation>Geben Sie die visit.json an, die eine Sitzung geschrieben hat.</translation>
    </message>
    <message>
        <source>it does not say how white was read</source>
        <translation>sie sagt nicht, wie Weiß gemessen wurde</translation>
    </message>
    <message>
        <source>it does not say when it was finished</source>
        <translation>sie sagt nicht, wann er beendet war</translation>
    </message>
    <message>
        <source>No simulated display does &quot;%1&quot;.</source>
        <translation>Kein simulierter Monitor tut „%1“.</translation>
    </message>
    <message>
        <source>%1: mean %2, largest %3 %6; white %4; luminance %5 %</source>
        <translation>%1: Mittel %2, größte Abweichung %3 %6; Weiß %4; Leuchtdichte %5 %</translation>
    </message>
    <message>
        <source>Since %1 white went from %2 to %3 cd/m² (%4 ± %5 %), its colour by %6 ± %7 ΔE00, from %8 to %9.</source>
        <translation>Seit dem %1 ging Weiß von %2 auf %3 cd/m² (%4 ± %5 %), seine Farbe um %6 ± %7 ΔE00, von %8 auf %9.</translation>
    </message>
    <message>
        <source>Since %1 nothing changed that could be told: luminance within %2 %, white within %3 ΔE00.</source>
        <translation>Seit dem %1 hat sich nichts Erkennbares geändert: Leuchtdichte auf %2 %, Weiß auf %3 ΔE00.</translation>
    </message>
    <message>
        <source>The colours&apos; mean was %1 then and is %2 ΔE00 now.</source>
        <translation>Das Mittel der Farben war damals %1 und ist jetzt %2 ΔE00.</translation>
    </message>
    <message>
        <source>The menu was turned meanwhile: %1.</source>
        <translation>Das Menü wurde inzwischen verstellt: %1.</translation>
    </message>
    <message>
        <source>%1 from %2 to %3</source>
        <translation>%1 von %2 auf %3</translation>
    </message>
    <message>
        <source>It was read with another instrument then (%1): what the two see differently is in the change.</source>
        <translation>Damals wurde mit einem anderen Messgerät gemessen (%1): Was beide verschieden sehen, steckt in der Änderung.</translation>
    </message>
    <message>
        <source>To match: %1 shows white at %2 cd/m², x %3, y %4.</source>
        <translation>Anzugleichen: %1 zeigt Weiß mit %2 cd/m², x %3, y %4.</translation>
    </message>
    <message>
        <source>Nothing says what to aim at.</source>
        <translation>Nichts sagt, worauf gezielt werden soll.</translation>
    </message>
    <message>
        <source>Give --target, or --match with the visit.json of the display to match.</source>
        <translation>Geben Sie --target an, oder --match mit der visit.json des Monitors, dem er gleichen soll.</translation>
    </message>
    <message>
        <source>The problem cannot be planned: the field &quot;%1&quot; should be %2.</source>
        <translation>Die Aufgabe lässt sich nicht planen: Das Feld „%1“ sollte %2 sein.</translation>
    </message>
    <message>
        <source>Correct that field.</source>
        <translation>Berichtigen Sie dieses Feld.</translation>
    </message>
    <message>
        <source>a time of day like &quot;09:30&quot;</source>
        <translation>eine Uhrzeit wie „09:30“</translation>
    </message>
    <message>
        <source>a date and time like &quot;2031-03-04T08:00&quot;</source>
        <translation>Datum und Uhrzeit wie „2031-03-04T08:00“</translation>
    </message>
    <message>
        <source>the ID of one that is there; &quot;%1&quot; is not</source>
        <translation>die Kennung von etwas Vorhandenem; „%1“ gibt es nicht</translation>
    </message>
    <message>
        <source>an ID that no other has</source>
        <translation>eine Kennung, die nichts anderes hat</translation>
    </message>
    <message>
        <source>no longer than the visit</source>
        <translation>nicht länger als die Sitzung</translation>
    </message>
    <message>
        <source>a time that is not before &quot;from&quot;</source>
        <translation>eine Zeit, die nicht vor „from“ liegt</translation>
    </message>
    <message>
        <source>No instrument serves %1, whose technology is &quot;%2&quot;.</source>
        <translation>Kein Messgerät eignet sich für %1 mit der Technik „%2“.</translation>
    </message>
    <message>
        <source>Add an instrument that is corrected for it.</source>
        <translation>Fügen Sie ein dafür korrigiertes Messgerät hinzu.</translation>
    </message>
    <message>
        <source>Displays wait for each other in a circle.</source>
        <translation>Monitore warten im Kreis aufeinander.</translation>
    </message>
    <message>
        <source>Take one of their &quot;after&quot; out.</source>
        <translation>Nehmen Sie eines ihrer „after“ heraus.</translation>
    </message>
    <message>
        <source>No plan was found that keeps the latest times: the best is %1 min late in all.</source>
        <translation>Kein Plan hält die spätesten Zeiten ein: Der beste ist insgesamt %1 min zu spät.</translation>
    </message>
    <message>
        <source>Allow later ends, or add people or instruments.</source>
        <translation>Erlauben Sie spätere Enden, oder fügen Sie Personen oder Messgeräte hinzu.</translation>
    </message>
    <message>
        <source>The round ends at %1 after %2 min (no plan is shorter than %3), with %4 min of walking.</source>
        <translation>Der Rundgang endet um %1 nach %2 min (kein Plan ist kürzer als %3), mit %4 min Fußweg.</translation>
    </message>
    <message>
        <source>switch on %1</source>
        <translation>%1 einschalten</translation>
    </message>
    <message>
        <source>%1 walks, for %2</source>
        <translation>%1 geht, für %2</translation>
    </message>
    <message>
        <source>%1 carries %2 to %3</source>
        <translation>%1 bringt %2 zu %3</translation>
    </message>
    <message>
        <source>%1 visits %2 with %3 %4</source>
        <translation>%1 besucht %2 mit %3 %4</translation>
    </message>
    <message>
        <source>%1 has a break %2</source>
        <translation>%1 hat Pause %2</translation>
    </message>
    <message>
        <source>until %1</source>
        <translation>bis %1</translation>
    </message>
    <message>
        <source>The earlier visit was to another display (%1): it says nothing of this one, and is not used.</source>
        <translation>Die frühere Sitzung galt einem anderen Bildschirm (%1): Sie sagt nichts über diesen und wird nicht verwendet.</translation>
    </message>
    <message>
        <source>%1, which this display is made like, is of another kind of panel: whites that read alike may not look alike side by side. Compare them by eye.</source>
        <translation>%1, dem dieser Monitor gleichen soll, hat eine andere Paneltechnik: Gleich gemessenes Weiß kann nebeneinander verschieden aussehen. Vergleichen Sie mit dem Auge.</translation>
    </message>
    <message>
        <source>%1, which this display is made like, was read with another instrument (%2): what the two see differently is in the match.</source>
        <translation>%1, dem dieser Monitor gleichen soll, wurde mit einem anderen Messgerät gemessen (%2): Was beide verschieden sehen, steckt in der Angleichung.</translation>
    </message>
    <message>
        <source>The history cannot be used</source>
        <translation>Der Verlauf ist nicht zu gebrauchen</translation>
    </message>
    <message>
        <source>Correct the table and try again.</source>
        <translation>Berichtigen Sie die Tabelle und versuchen Sie es noch einmal.</translation>
    </message>
    <message>
        <source>the heading &quot;%1&quot; stands there twice</source>
        <translation>die Überschrift „%1“ steht doppelt da</translation>
    </message>
    <message>
        <source>a column with the heading &quot;%1&quot; is missing</source>
        <translation>eine Spalte mit der Überschrift „%1“ fehlt</translation>
    </message>
    <message>
        <source>%1: the column &quot;%2&quot; is not used.</source>
        <translation>%1: Die Spalte „%2“ wird nicht verwendet.</translation>
    </message>
    <message>
        <source>line %1, %2: &quot;%3&quot; should be %4</source>
        <translation>Zeile %1, %2: „%3“ sollte %4 sein</translation>
    </message>
    <message>
        <source>line %1 has no %2</source>
        <translation>Zeile %1 hat kein %2</translation>
    </message>
    <message>
        <source>line %1: x and y together are no white</source>
        <translation>Zeile %1: x und y zusammen sind kein Weiß</translation>
    </message>
    <message>
        <source>a date like &quot;2031-03-04&quot;</source>
        <translation>ein Datum wie „2031-03-04“</translation>
    </message>
    <message>
        <source>No end is foretold: its target has no luminance of its own.</source>
        <translation>Kein Ende vorhergesagt: Sein Ziel nennt keine Leuchtdichte.</translation>
    </message>
    <message>
        <source>No end is foretold: neither the most luminance nor brightness is known.</source>
        <translation>Kein Ende vorhergesagt: Weder die größte Leuchtdichte noch die Helligkeit ist bekannt.</translation>
    </message>
    <message>
        <source>Nothing ends within ten years.</source>
        <translation>In zehn Jahren endet nichts.</translation>
    </message>
    <message>
        <source>At most %1 cd/m², %2.</source>
        <translation>Höchstens %1 cd/m², %2.</translation>
    </message>
    <message>
        <source>At its setting %1 cd/m², %2.</source>
        <translation>Wie eingestellt %1 cd/m², %2.</translation>
    </message>
    <message>
        <source>White moves by %1.</source>
        <translation>Weiß wandert um %1.</translation>
    </message>
    <message>
        <source>%1 ± %2 %3 a year</source>
        <translation>%1 ± %2 %3 im Jahr</translation>
    </message>
    <message>
        <source>It can hold its target until %1 (90 %: %2 to %3), then %4 ends it.</source>
        <translation>Er hält sein Ziel bis %1 (90 %: %2 bis %3); dann endet es durch: %4.</translation>
    </message>
    <message>
        <source>It can hold its target until %1 (95 %: at least %2), then %3 ends it.</source>
        <translation>Er hält sein Ziel bis %1 (95 %: mindestens %2); dann endet es durch: %3.</translation>
    </message>
    <message>
        <source>Check it by %1.</source>
        <translation>Bis %1 prüfen.</translation>
    </message>
    <message>
        <source>%1: changed at once (%2)</source>
        <translation>%1: auf einmal verändert (%2)</translation>
    </message>
    <message>
        <source>settings</source>
        <translation>Einstellungen</translation>
    </message>
    <message>
        <source>repaired</source>
        <translation>repariert</translation>
    </message>
    <message>
        <source>another instrument</source>
        <translation>anderes Messgerät</translation>
    </message>
    <message>
        <source>cause unknown</source>
        <translation>Ursache unbekannt</translation>
    </message>
    <message>
        <source>luminance</source>
        <translation>Leuchtdichte</translation>
    </message>
    <message>
        <source>black</source>
        <translation>Schwarz</translation>
    </message>
    <message>
        <source>coverage</source>
        <translation>Abdeckung</translation>
    </message>
    <message>
        <source>tone</source>
        <translation>Tonwertkurve</translation>
    </message>
    <message>
        <source>gamut</source>
        <translation>Farbumfang</translation>
    </message>
    <message>
        <source>%1; luminance %2 ± %3 % a year, white %4 ± %5 u&apos;v&apos; a year</source>
        <translation>%1; Leuchtdichte %2 ± %3 % im Jahr, Weiß %4 ± %5 u&apos;v&apos; im Jahr</translation>
    </message>
    <message>
        <source>steady</source>
        <translation>beständig</translation>
    </message>
    <message>
        <source>ageing</source>
        <translation>altert</translation>
    </message>
    <message>
        <source>%1 cannot be compared</source>
        <translation>%1 ist nicht zu vergleichen</translation>
    </message>
    <message>
        <source>Give the folder of a visit, its visit.json beside profile.icc, or a whole-visit.json.</source>
        <translation>Geben Sie den Ordner einer Sitzung an, seine visit.json neben profile.icc oder eine whole-visit.json.</translation>
    </message>
    <message>
        <source>the visit did not come to its end</source>
        <translation>die Sitzung kam nicht zu Ende</translation>
    </message>
    <message>
        <source>there is no profile.icc beside it</source>
        <translation>daneben liegt keine profile.icc</translation>
    </message>
    <message>
        <source>The colours cannot be used</source>
        <translation>Die Farben sind nicht zu gebrauchen</translation>
    </message>
    <message>
        <source>Give a CSV with the headings L, a, b (D50) or r, g, b (sRGB).</source>
        <translation>Geben Sie eine CSV mit den Überschriften L, a, b (D50) oder r, g, b (sRGB) an.</translation>
    </message>
    <message>
        <source>%1 and %2: mean %3 ± %4 ΔE00, largest %5 (± %6 for the standard observer); most of it by %7, %8</source>
        <translation>%1 und %2: Mittel %3 ± %4 ΔE00, größter %5 (± %6 für den Normalbeobachter); am meisten durch %7, %8</translation>
    </message>
    <message>
        <source>%1 and %2 share none of these colours.</source>
        <translation>%1 und %2 haben keine dieser Farben gemeinsam.</translation>
    </message>
    <message>
        <source>All show %2 % of %1 by volume in CIELAB, D50.</source>
        <translation>Alle zeigen %2 % von %1 nach Volumen in CIELAB, D50.</translation>
    </message>
    <message>
        <source>These displays have no target in common.</source>
        <translation>Diese Bildschirme haben kein gemeinsames Ziel.</translation>
    </message>
    <message>
        <source>Leave out %1, which gives the least luminance.</source>
        <translation>Lassen Sie %1 weg, der die geringste Leuchtdichte gibt.</translation>
    </message>
    <message>
        <source>Target that all can hold: white x %1, y %2; %3 cd/m²; %4.</source>
        <translation>Ziel, das alle halten können: Weiß x %1, y %2; %3 cd/m²; %4.</translation>
    </message>
    <message>
        <source>%1 is the weakest: it cannot give what was wanted for so long.</source>
        <translation>%1 ist der schwächste: Er kann das Gewünschte nicht so lange geben.</translation>
    </message>
    <message>
        <source>%1 is the weakest.</source>
        <translation>%1 ist der schwächste.</translation>
    </message>
    <message>
        <source>%1 gives up %2 % of its %5 cd/m², %3, and %4 % of its gamut.</source>
        <translation>%1 gibt %2 % seiner %5 cd/m² auf, %3 und %4 % seines Farbumfangs.</translation>
    </message>
    <message numerus="yes">
        <source>%n levels</source>
        <translation>
            <numerusform>%n Stufe</numerusform>
            <numerusform>%n Stufen</numerusform>
        </translation>
    </message>
    <message>
        <source>Give a date like 2031-03-04.</source>
        <translation>Geben Sie ein Datum wie 2031-03-04 an.</translation>
    </message>
    <message>
        <source>There is no visit with a profile.</source>
        <translation>Es gibt keine Sitzung mit einem Profil.</translation>
    </message>
    <message>
        <source>The register cannot be used</source>
        <translation>Das Verzeichnis ist nicht zu gebrauchen</translation>
    </message>
    <message>
        <source>&quot;%1&quot; stands there twice</source>
        <translation>„%1“ steht doppelt da</translation>
    </message>
    <message>
        <source>the heading &quot;%1&quot; is not known</source>
        <translation>die Überschrift „%1“ ist nicht bekannt</translation>
    </message>
    <message>
        <source>entry %1 has no %2</source>
        <translation>Eintrag %1 hat kein %2</translation>
    </message>
    <message>
        <source>The history could not be stored.</source>
        <translation>Der Verlauf konnte nicht gespeichert werden.</translation>
    </message>
    <message>
        <source>%2 displays have the serial number %1.</source>
        <translation>%2 Bildschirme haben die Seriennummer %1.</translation>
    </message>
    <message>
        <source>Give the model as well.</source>
        <translation>Geben Sie auch das Modell an.</translation>
    </message>
    <message>
        <source>No display has the serial number %1.</source>
        <translation>Kein Bildschirm hat die Seriennummer %1.</translation>
    </message>
    <message>
        <source>A display with the serial number %1 is there already.</source>
        <translation>Ein Bildschirm mit der Seriennummer %1 ist schon da.</translation>
    </message>
    <message>
        <source>Import a register to change it.</source>
        <translation>Importieren Sie ein Verzeichnis, um ihn zu ändern.</translation>
    </message>
    <message>
        <source>%1 is there already.</source>
        <translation>%1 ist schon da.</translation>
    </message>
    <message>
        <source>Choose another name.</source>
        <translation>Wählen Sie einen anderen Namen.</translation>
    </message>
    <message>
        <source>%1: a visit to %2.</source>
        <translation>%1: eine Sitzung an %2.</translation>
    </message>
    <message>
        <source>%1: a visit to %2 that is there already.</source>
        <translation>%1: eine Sitzung an %2, die schon da ist.</translation>
    </message>
    <message>
        <source>%1: %2 new, %3 changed; %4 new, %5 there already.</source>
        <translation>%1: %2 neu, %3 geändert; %4 neu, %5 schon da.</translation>
    </message>
    <message>
        <source>Nothing was changed; with --yes it is.</source>
        <translation>Nichts wurde geändert; mit --yes geschieht es.</translation>
    </message>
    <message>
        <source>Done.</source>
        <translation>Fertig.</translation>
    </message>
    <message>
        <source>in tolerance</source>
        <translation>in Toleranz</translation>
    </message>
    <message>
        <source>due soon</source>
        <translation>bald fällig</translation>
    </message>
    <message>
        <source>due</source>
        <translation>fällig</translation>
    </message>
    <message>
        <source>overdue</source>
        <translation>überfällig</translation>
    </message>
    <message>
        <source>its interval</source>
        <translation>seinen Abstand</translation>
    </message>
    <message>
        <source>an assignment</source>
        <translation>einen Auftrag</translation>
    </message>
    <message>
        <source>what happened since</source>
        <translation>das, was seitdem geschah</translation>
    </message>
    <message>
        <source>its history</source>
        <translation>seine Geschichte</translation>
    </message>
    <message>
        <source>%1: %2; due on %3 by %4</source>
        <translation>%1: %2; fällig am %3 durch %4</translation>
    </message>
    <message>
        <source>%1 is sound: %2, %3.</source>
        <translation>%1 ist heil: %2, %3.</translation>
    </message>
    <message>
        <source>The copy is in %1.</source>
        <translation>Die Kopie ist in %1.</translation>
    </message>
    <message>
        <source>%1 and %2 are in %3.</source>
        <translation>%1 und %2 sind in %3.</translation>
    </message>
    <message>
        <source>not judged</source>
        <translation>nicht beurteilt</translation>
    </message>
    <message>
        <source>Display</source>
        <translation>Bildschirm</translation>
    </message>
    <message>
        <source>Room</source>
        <translation>Raum</translation>
    </message>
    <message>
        <source>Last visit</source>
        <translation>Letzte Sitzung</translation>
    </message>
    <message>
        <source>Verdict</source>
        <translation>Urteil</translation>
    </message>
    <message>
        <source>Mean ΔE00</source>
        <translation>Mittel ΔE00</translation>
    </message>
    <message>
        <source>Largest ΔE00</source>
        <translation>Größter ΔE00</translation>
    </message>
    <message>
        <source>White cd/m²</source>
        <translation>Weiß cd/m²</translation>
    </message>
    <message>
        <source>Luminance % a year</source>
        <translation>Leuchtdichte % im Jahr</translation>
    </message>
    <message>
        <source>Holds target until</source>
        <translation>Hält Ziel bis</translation>
    </message>
    <message>
        <source>Due</source>
        <translation>Fällig</translation>
    </message>
    <message>
        <source>Day</source>
        <translation>Tag</translation>
    </message>
    <message>
        <source>Task</source>
        <translation>Aufgabe</translation>
    </message>
    <message>
        <source>Instrument</source>
        <translation>Messgerät</translation>
    </message>
    <message>
        <source>Event</source>
        <translation>Ereignis</translation>
    </message>
    <message>
        <source>Note</source>
        <translation>Notiz</translation>
    </message>
    <message>
        <source>The studio&apos;s displays</source>
        <translation>Die Bildschirme des Studios</translation>
    </message>
    <message>
        <source>On %1: %2, of which %3 out of tolerance and %4 due.</source>
        <translation>Am %1: %2, davon %3 außer Toleranz und %4 fällig.</translation>
    </message>
    <message>
        <source>How they stand</source>
        <translation>Wie sie stehen</translation>
    </message>
    <message>
        <source>What was done</source>
        <translation>Was getan wurde</translation>
    </message>
    <message>
        <source>Differences are CIEDE2000 as each visit&apos;s instrument saw them; for the standard observer they are less sure, as each visit&apos;s own report says. Luminance a year is of the most that a display gives where that was read, else at its setting.</source>
        <translation>Unterschiede sind CIEDE2000, wie das Messgerät jeder Sitzung sie sah; für den Normalbeobachter sind sie weniger sicher, wie der Bericht jeder Sitzung sagt. Leuchtdichte im Jahr ist die größte, die ein Bildschirm gibt, wo sie gelesen wurde, sonst die an seiner Einstellung.</translation>
    </message>
    <message>
        <source>Date, name, signature: ______________________________</source>
        <translation>Datum, Name, Unterschrift: ______________________________</translation>
    </message>
    <message numerus="yes">
        <source>%n visits</source>
        <translation>
            <numerusform>%n Sitzung</numerusform>
            <numerusform>%n Sitzungen</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n rows</source>
        <translation>
            <numerusform>%n Zeile</numerusform>
            <numerusform>%n Zeilen</numerusform>
        </translation>
    </message>
    <message>
        <source>The assignments cannot be used</source>
        <translation>Die Aufträge sind nicht zu gebrauchen</translation>
    </message>
    <message numerus="yes">
        <source>%n assignments</source>
        <translation>
            <numerusform>%n Auftrag</numerusform>
            <numerusform>%n Aufträge</numerusform>
        </translation>
    </message>
    <message>
        <source>There is no studio at %1.</source>
        <translation>Unter %1 ist kein Studio.</translation>
    </message>
    <message>
        <source>Give the studio&apos;s file with --store, or make one by an import.</source>
        <translation>Geben Sie die Studiodatei mit --store an, oder legen Sie mit einem Import eine an.</translation>
    </message>
    <message>
        <source>%1 ± %2</source>
        <translation>%1 ± %2</translation>
    </message>
    <message>
        <source>State</source>
        <translation>Zustand</translation>
    </message>
    <message>
        <source>Due by</source>
        <translation>Fällig durch</translation>
    </message>
    <message>
        <source>week from %1: %2</source>
        <translation>Woche ab %1: %2</translation>
    </message>
    <message>
        <source>The weeks ahead</source>
        <translation>Die kommenden Wochen</translation>
    </message>
    <message>
        <source>this week</source>
        <translation>diese Woche</translation>
    </message>
    <message>
        <source>Light % a year</source>
        <translation>Licht % im Jahr</translation>
    </message>
    <message>
        <source>Holds until</source>
        <translation>Hält bis</translation>
    </message>
    <message>
        <source>Measure as found</source>
        <translation>Messen, wie vorgefunden</translation>
    </message>
    <message>
        <source>As found: white %1</source>
        <translation>Vorgefunden: Weiß %1</translation>
    </message>
    <message>
        <source>entry %1 was expected here</source>
        <translation>hier wurde Eintrag %1 erwartet</translation>
    </message>
    <message>
        <source>no reading yet</source>
        <translation>noch keine Messung</translation>
    </message>
    <message>
        <source>White while warming up</source>
        <translation>Weiß beim Aufwärmen</translation>
    </message>
    <message>
        <source>after %1 min: %2 cd/m²</source>
        <translation>nach %1 min: %2 cd/m²</translation>
    </message>
    <message>
        <source>Grays as read, before ramps</source>
        <translation>Graustufen wie gemessen, vor den Kurven</translation>
    </message>
    <message>
        <source>drive %1 %: %2 cd/m², L* %3</source>
        <translation>Ansteuerung %1 %: %2 cd/m², L* %3</translation>
    </message>
    <message>
        <source>Grays as read, about the target white</source>
        <translation>Graustufen wie gemessen, um das Zielweiß</translation>
    </message>
    <message>
        <source>gray %1 %: u′ %2, v′ %3</source>
        <translation>Grau %1 %: u′ %2, v′ %3</translation>
    </message>
    <message>
        <source>White in u′v′</source>
        <translation>Weiß in u′v′</translation>
    </message>
    <message>
        <source>daylight</source>
        <translation>Tageslicht</translation>
    </message>
    <message>
        <source>black bodies</source>
        <translation>schwarze Körper</translation>
    </message>
    <message>
        <source>months before today</source>
        <translation>Monate vor heute</translation>
    </message>
    <message>
        <source>Luminance over the months</source>
        <translation>Leuchtdichte über die Monate</translation>
    </message>
    <message>
        <source>Differences over the months</source>
        <translation>Abweichungen über die Monate</translation>
    </message>
    <message>
        <source>the most it gave</source>
        <translation>das Meiste, das er gab</translation>
    </message>
    <message>
        <source>colours, mean</source>
        <translation>Farben, Mittel</translation>
    </message>
    <message>
        <source>grays, mean</source>
        <translation>Grau, Mittel</translation>
    </message>
    <message>
        <source>%1, %2: %3 %4</source>
        <translation>%1, %2: %3 %4</translation>
    </message>
    <message>
        <source>with other ramps</source>
        <translation>mit anderen Kurven</translation>
    </message>
    <message>
        <source>Copying and comparing</source>
        <translation>Kopieren und vergleichen</translation>
    </message>
    <message>
        <source>%1 of %2 are in %3, and every value is the same there.</source>
        <translation>%1 von %2 sind in %3, und jeder Wert ist dort gleich.</translation>
    </message>
    <message>
        <source>The program looks for the studio there from now on. The old one is left as it is: nothing that is written there from now on arrives in the new one.</source>
        <translation>Das Programm sucht das Studio von jetzt an dort. Das alte bleibt, wie es ist: Was von jetzt an dort geschrieben wird, kommt im neuen nicht an.</translation>
    </message>
    <message>
        <source>The old one is left as it is and stays the one in use; with --use the new one would be.</source>
        <translation>Das alte bleibt, wie es ist, und wird weiter benutzt; mit --use wäre es das neue.</translation>
    </message>
    <message>
        <source>The program does not keep passwords.</source>
        <translation>Das Programm bewahrt keine Passwörter auf.</translation>
    </message>
    <message>
        <source>Leave the password out, and write it into ~/.pgpass, which only you can read.</source>
        <translation>Lassen Sie das Passwort weg und schreiben Sie es in ~/.pgpass, die nur Sie lesen können.</translation>
    </message>
    <message>
        <source>The studio %1 cannot be opened.</source>
        <translation>Das Studio %1 lässt sich nicht öffnen.</translation>
    </message>
    <message>
        <source>The studio %1 cannot be read.</source>
        <translation>Das Studio %1 lässt sich nicht lesen.</translation>
    </message>
    <message>
        <source>The studio %1 cannot be written.</source>
        <translation>In das Studio %1 lässt sich nicht schreiben.</translation>
    </message>
    <message>
        <source>Check that the server runs, the network reaches it, and this person may use that database.</source>
        <translation>Prüfen Sie, ob der Server läuft, das Netz ihn erreicht und diese Person die Datenbank benutzen darf.</translation>
    </message>
    <message>
        <source>The studio&apos;s server does not answer as it should.</source>
        <translation>Der Server des Studios antwortet nicht, wie er sollte.</translation>
    </message>
    <message>
        <source>The studio %1 cannot be reached.</source>
        <translation>Das Studio %1 ist nicht zu erreichen.</translation>
    </message>
    <message>
        <source>The place of the studio&apos;s server cannot be understood: %1</source>
        <translation>Der Ort des Servers ist nicht zu verstehen: %1</translation>
    </message>
    <message>
        <source>It looks like postgresql://user@server/database?sslmode=verify-full.</source>
        <translation>Er sieht so aus: postgresql://benutzer@server/datenbank?sslmode=verify-full.</translation>
    </message>
    <message>
        <source>The studio&apos;s server is older than PostgreSQL 13.</source>
        <translation>Der Server des Studios ist älter als PostgreSQL 13.</translation>
    </message>
    <message>
        <source>Use a server of version 13 or later.</source>
        <translation>Benutzen Sie einen Server ab Version 13.</translation>
    </message>
    <message>
        <source>A studio on a server is not copied as a file.</source>
        <translation>Ein Studio auf einem Server wird nicht als Datei kopiert.</translation>
    </message>
    <message>
        <source>The database driver %1 is not installed.</source>
        <translation>Der Datenbanktreiber %1 ist nicht installiert.</translation>
    </message>
    <message>
        <source>Install Qt&apos;s driver for PostgreSQL (Debian: libqt6sql6-psql).</source>
        <translation>Installieren Sie Qts Treiber für PostgreSQL (Debian: libqt6sql6-psql).</translation>
    </message>
    <message>
        <source>The studio could not be copied.</source>
        <translation>Das Studio konnte nicht kopiert werden.</translation>
    </message>
    <message>
        <source>The studio&apos;s table &quot;%1&quot; is missing.</source>
        <translation>Die Tabelle „%1“ des Studios fehlt.</translation>
    </message>
    <message>
        <source>The studio&apos;s table &quot;%1&quot; cannot be read.</source>
        <translation>Die Tabelle „%1“ des Studios lässt sich nicht lesen.</translation>
    </message>
    <message>
        <source>A row of the studio&apos;s table &quot;%1&quot; could not be copied.</source>
        <translation>Eine Zeile der Tabelle „%1“ des Studios konnte nicht kopiert werden.</translation>
    </message>
    <message>
        <source>The copy of the studio&apos;s table &quot;%1&quot; is not the same.</source>
        <translation>Die Kopie der Tabelle „%1“ des Studios ist nicht gleich.</translation>
    </message>
    <message>
        <source>There is a studio already.</source>
        <translation>Dort gibt es schon ein Studio.</translation>
    </message>
    <message>
        <source>That is where the studio is.</source>
        <translation>Dort liegt das Studio schon.</translation>
    </message>
    <message>
        <source>Choose a new file, or an empty database.</source>
        <translation>Wählen Sie eine neue Datei oder eine leere Datenbank.</translation>
    </message>
    <message>
        <source>The ramps were lost while colours were verified: they were loaded again, and all of it was read once more.</source>
        <translation>Die Rampen gingen verloren, während Farben geprüft wurden: Sie wurden wieder geladen, und alles wurde noch einmal gelesen.</translation>
    </message>
    <message>
        <source>Stood still for %1 (%2), white at %3 cd/m²; a panel that was just switched on may still move</source>
        <translation>Stand %1 lang still (%2), Weiß bei %3 cd/m²; ein eben erst eingeschalteter Bildschirm kann sich noch bewegen</translation>
    </message>
    <message>
        <source>Black reads %1 cd/m², a contrast of %2 : 1 only: some of that light is hardly the display&apos;s own, and dark grays cannot be judged by it. Darken the room, or lay the instrument flat, and check once more.</source>
        <translation>Schwarz liest sich mit %1 cd/m², ein Kontrast von nur %2 : 1: Ein Teil dieses Lichts kommt kaum vom Bildschirm selbst, und dunkle Graus lassen sich daran nicht beurteilen. Verdunkeln Sie den Raum oder legen Sie das Messgerät flach auf und prüfen Sie noch einmal.</translation>
    </message>
    <message>
        <source>The display&apos;s mode is &quot;%1&quot;; the last visit left &quot;%2&quot;</source>
        <translation>Der Modus des Bildschirms ist „%1“; die letzte Sitzung ließ ihn auf „%2“</translation>
    </message>
    <message>
        <source>Another mode is another display: put it back, or make a visit of its own.</source>
        <translation>Ein anderer Modus ist ein anderer Bildschirm: Stellen Sie ihn zurück oder machen Sie eine eigene Sitzung.</translation>
    </message>
    <message>
        <source>%1 is %2; the last visit left %3</source>
        <translation>%1 steht auf %2; die letzte Sitzung ließ %3</translation>
    </message>
    <message>
        <source>Put it back, unless it was changed on purpose: what is measured now is another state.</source>
        <translation>Stellen Sie es zurück, wenn es nicht mit Absicht geändert wurde: Was jetzt gemessen wird, ist ein anderer Zustand.</translation>
    </message>
    <message>
        <source>Somebody turned it since; this visit sets it anew.</source>
        <translation>Jemand hat es seither verstellt; diese Sitzung stellt es neu ein.</translation>
    </message>
    <message>
        <source>The display&apos;s menu stands as it was left</source>
        <translation>Das Menü des Bildschirms steht, wie es verlassen wurde</translation>
    </message>
    <message>
        <source>by the visit of %1</source>
        <translation>von der Sitzung vom %1</translation>
    </message>
    <message>
        <source>Ramps of before are loaded</source>
        <translation>Frühere Rampen sind geladen</translation>
    </message>
    <message>
        <source>They are taken off first: a calibration made through them comes out with a cast.</source>
        <translation>Sie werden zuerst entfernt: Eine Kalibrierung durch sie hindurch bekommt einen Farbstich.</translation>
    </message>
    <message>
        <source>No ramps are loaded</source>
        <translation>Keine Rampen sind geladen</translation>
    </message>
    <message>
        <source>The last time it stood still after %1</source>
        <translation>Beim letzten Mal stand er nach %1 still</translation>
    </message>
    <message>
        <source>Of the wait; it is expected to move about as fast again.</source>
        <translation>Wartezeit; es wird erwartet, dass er sich wieder etwa so schnell bewegt.</translation>
    </message>
    <message>
        <source>Screen clean</source>
        <translation>Bildfläche sauber</translation>
    </message>
    <message>
        <source>A fingerprint under the sensor spoils readings. Unplug the display before cleaning, and follow its maker&apos;s instructions.</source>
        <translation>Ein Fingerabdruck unter dem Sensor verdirbt Messungen. Ziehen Sie vor dem Reinigen den Stecker und folgen Sie den Angaben des Herstellers.</translation>
    </message>
    <message>
        <source>No light on the screen</source>
        <translation>Kein Licht auf der Bildfläche</translation>
    </message>
    <message>
        <source>Lamps and windows are seen by the instrument at its edge; hood on if there is one.</source>
        <translation>Das Messgerät sieht Lampen und Fenster an seinem Rand; Blendschutz aufsetzen, wenn es einen gibt.</translation>
    </message>
    <message>
        <source>Dark, neutral clothes</source>
        <translation>Dunkle, neutrale Kleidung</translation>
    </message>
    <message>
        <source>What the screen lights, lights the screen. Sit still while it reads.</source>
        <translation>Was der Bildschirm beleuchtet, beleuchtet ihn. Sitzen Sie still, während gemessen wird.</translation>
    </message>
    <message>
        <source>left out: %1</source>
        <translation>ausgelassen: %1</translation>
    </message>
    <message>
        <source>Automatics off</source>
        <translation>Automatiken aus</translation>
    </message>
    <message>
        <source>Reading was stopped early, %1 readings before its budget: grays are expected within ΔE00 %2 on average.</source>
        <translation>Das Messen wurde vorzeitig beendet, %1 Messungen vor dem Ziel: Graus werden im Mittel innerhalb von ΔE00 %2 erwartet.</translation>
    </message>
    <message>
        <source>What its menu was left at</source>
        <translation>Worauf sein Menü steht</translation>
    </message>
    <message>
        <source>Mode</source>
        <translation>Modus</translation>
    </message>
    <message>
        <source>Menu</source>
        <translation>Menü</translation>
    </message>
    <message>
        <source>not known to the program: write it here by hand</source>
        <translation>dem Programm nicht bekannt: hier von Hand eintragen</translation>
    </message>
    <message>
        <source>Set</source>
        <translation>Eingestellt</translation>
    </message>
    <message>
        <source>%1, %2</source>
        <translation>%1, %2</translation>
    </message>
    <message>
        <source>Due again</source>
        <translation>Wieder fällig</translation>
    </message>
    <message>
        <source>Please leave the menu alone: a reset destroys these settings.</source>
        <translation>Bitte das Menü nicht verstellen: Ein Zurücksetzen zerstört diese Einstellungen.</translation>
    </message>
    <message>
        <source>The card of %1 was changed meanwhile, by another window or workstation.</source>
        <translation>Die Karte von %1 wurde inzwischen geändert, in einem anderen Fenster oder an einem anderen Arbeitsplatz.</translation>
    </message>
    <message>
        <source>Look at it as it is now, and edit it again.</source>
        <translation>Sehen Sie nach, wie sie jetzt ist, und bearbeiten Sie sie noch einmal.</translation>
    </message>
    <message>
        <source>Visit %1</source>
        <translation>Sitzung: %1</translation>
    </message>
    <message>
        <source>%1; due on %2 by %3</source>
        <translation>%1; fällig am %2: %3</translation>
    </message>
    <message>
        <source>The calendar is in %1: %2.</source>
        <translation>Der Kalender ist in %1: %2.</translation>
    </message>
    <message>
        <source>The room is %1 times as bright as on %2 (%3 lux): screens look darker in it, and prints beside them brighter.</source>
        <translation>Der Raum ist %1-mal so hell wie am %2 (%3 Lux): Bildschirme wirken darin dunkler und Drucke daneben heller.</translation>
    </message>
    <message>
        <source>The room is %1 times darker than on %2 (%3 lux): screens look brighter in it, and prints come out dark.</source>
        <translation>Der Raum ist %1-mal dunkler als am %2 (%3 Lux): Bildschirme wirken darin heller, und Drucke geraten zu dunkel.</translation>
    </message>
    <message>
        <source>An import makes one there, or store move.</source>
        <translation>Ein Import legt dort eines an, oder store move.</translation>
    </message>
    <message>
        <source>Nothing is due: there is no round to plan.</source>
        <translation>Nichts ist fällig: Es gibt keinen Rundgang zu planen.</translation>
    </message>
    <message>
        <source>Not even the most urgent display can be visited in that time.</source>
        <translation>In dieser Zeit ist nicht einmal der dringendste Bildschirm zu schaffen.</translation>
    </message>
    <message>
        <source>Give the round more hours.</source>
        <translation>Geben Sie dem Rundgang mehr Stunden.</translation>
    </message>
    <message>
        <source>Round of %1</source>
        <translation>Rundgang vom %1</translation>
    </message>
    <message>
        <source>When</source>
        <translation>Wann</translation>
    </message>
    <message>
        <source>What</source>
        <translation>Was</translation>
    </message>
    <message>
        <source>Visit</source>
        <translation>Sitzung</translation>
    </message>
    <message>
        <source>Done</source>
        <translation>Erledigt</translation>
    </message>
    <message>
        <source>The studio knows of no instrument that a round could be measured with.</source>
        <translation>Das Studio kennt kein Messgerät, mit dem ein Rundgang zu messen wäre.</translation>
    </message>
    <message>
        <source>Visit a display first, or give a problem&apos;s file with --problem.</source>
        <translation>Messen Sie zuerst einen Bildschirm, oder geben Sie mit --problem die Datei einer Aufgabe an.</translation>
    </message>
    <message>
        <source>The round is done: nothing of it is left.</source>
        <translation>Der Rundgang ist erledigt: Nichts ist übrig.</translation>
    </message>
    <message>
        <source>No room today for: %1.</source>
        <translation>Heute kein Platz für: %1.</translation>
    </message>
    <message>
        <source>months from today</source>
        <translation>Monate von heute an</translation>
    </message>
    <message>
        <source>as it goes on</source>
        <translation>wie es weitergeht</translation>
    </message>
    <message>
        <source>90 % of what may be</source>
        <translation>90 % dessen, was sein kann</translation>
    </message>
    <message>
        <source>target %1</source>
        <translation>Ziel %1</translation>
    </message>
    <message>
        <source>That cannot be measured: %1.</source>
        <translation>Das lässt sich nicht messen: %1.</translation>
    </message>
    <message>
        <source>steps have to be %1 to %2</source>
        <translation>Stufen müssen %1 bis %2 sein</translation>
    </message>
    <message>
        <source>the luminance is a share of the corner&apos;s, above 0 to 1</source>
        <translation>die Leuchtdichte ist ein Anteil an der der Ecke, über 0 bis 1</translation>
    </message>
    <message>
        <source>give a file of 1 to %1 colours with --colours</source>
        <translation>geben Sie mit --colours eine Datei mit 1 bis %1 Farben an</translation>
    </message>
    <message>
        <source>the grid is 3, 5 or 9</source>
        <translation>das Raster ist 3, 5 oder 9</translation>
    </message>
    <message>
        <source>minutes have to be %1 to %2</source>
        <translation>Minuten müssen %1 bis %2 sein</translation>
    </message>
    <message>
        <source>the display has no mode &quot;%1&quot;</source>
        <translation>der Bildschirm hat keinen Modus „%1“</translation>
    </message>
    <message>
        <source>1 to %1 modes can be compared; name them with --modes</source>
        <translation>1 bis %1 Modi können verglichen werden; nennen Sie sie mit --modes</translation>
    </message>
    <message>
        <source>there is no space &quot;%1&quot;</source>
        <translation>es gibt keinen Farbraum „%1“</translation>
    </message>
    <message>
        <source>What was read before does not go with the display as it stands now: all is read anew.</source>
        <translation>Die früheren Messwerte passen nicht zum Bildschirm, wie er jetzt steht: Alles wird neu gemessen.</translation>
    </message>
    <message>
        <source>That is no measurement to go on with: %1.</source>
        <translation>Das ist keine Messung, die fortgesetzt werden kann: %1.</translation>
    </message>
    <message>
        <source>Measuring: %1</source>
        <translation>Messung: %1</translation>
    </message>
    <message>
        <source>Waiting for the panel to stand still</source>
        <translation>Warten, bis der Bildschirm stillsteht</translation>
    </message>
    <message>
        <source>The panel was not stable: it moved by %1 % a minute.</source>
        <translation>Der Bildschirm war nicht stabil: Er veränderte sich um %1 % in der Minute.</translation>
    </message>
    <message>
        <source>Grays: mean %1 (± %2 as the instrument sees it, ± %3 for the standard observer), largest %4 ΔE00; gamma %5.</source>
        <translation>Graustufen: Mittel %1 (± %2, wie das Messgerät es sieht, ± %3 für den Normalbeobachter), größte %4 ΔE00; Gamma %5.</translation>
    </message>
    <message>
        <source>Most off: the gray of %1 % drive, %2 ΔE00; red, green, blue there %3, %4, %5 of neutral.</source>
        <translation>Am weitesten ab: das Grau bei %1 % Ansteuerung, %2 ΔE00; Rot, Grün, Blau dort %3, %4, %5 von neutral.</translation>
    </message>
    <message>
        <source>%1: mean %2 (± %3 as the instrument sees it, ± %4 for the standard observer), largest %5 ΔE00.</source>
        <translation>%1: Mittel %2 (± %3, wie das Messgerät es sieht, ± %4 für den Normalbeobachter), größte %5 ΔE00.</translation>
    </message>
    <message>
        <source>Most off: %1, %2 ΔE00 (lightness %3, chroma %4, hue %5).</source>
        <translation>Am weitesten ab: %1, %2 ΔE00 (Helligkeit %3, Buntheit %4, Farbton %5).</translation>
    </message>
    <message>
        <source>White is %1 % to %2 % from the centre&apos;s luminance, up to %3 u&apos;v&apos; and %4 ΔE00.</source>
        <translation>Weiß liegt %1 % bis %2 % von der Leuchtdichte der Mitte, bis zu %3 u&apos;v&apos; und %4 ΔE00.</translation>
    </message>
    <message>
        <source>The centre moved by %1 % meanwhile; that is taken out.</source>
        <translation>Die Mitte veränderte sich inzwischen um %1 %; das ist herausgerechnet.</translation>
    </message>
    <message>
        <source>White %1 cd/m², black %2 ± %3 cd/m²: %4 : 1.</source>
        <translation>Weiß %1 cd/m², Schwarz %2 ± %3 cd/m²: %4 : 1.</translation>
    </message>
    <message>
        <source>White %1 cd/m², black below what the instrument sees: at least %2 : 1.</source>
        <translation>Weiß %1 cd/m², Schwarz unter dem, was das Messgerät sieht: mindestens %2 : 1.</translation>
    </message>
    <message>
        <source>Black with white around it: %1 cd/m², with stray light in the instrument.</source>
        <translation>Schwarz mit Weiß ringsum: %1 cd/m², samt Streulicht im Messgerät.</translation>
    </message>
    <message>
        <source>The panel dims large whites: %1 cd/m² at %2 % of the screen, %3 at %4 %.</source>
        <translation>Der Bildschirm dimmt große weiße Flächen: %1 cd/m² bei %2 % der Fläche, %3 bei %4 %.</translation>
    </message>
    <message>
        <source>White moved by %1 % and %2 u&apos;v&apos; in %3; at the end by %4 % an hour.</source>
        <translation>Weiß veränderte sich um %1 % und %2 u&apos;v&apos; in %3; am Ende um %4 % in der Stunde.</translation>
    </message>
    <message>
        <source>Within 1 % and 0.002 u&apos;v&apos; of its end from %1 on.</source>
        <translation>Innerhalb von 1 % und 0,002 u&apos;v&apos; seines Endes ab %1.</translation>
    </message>
    <message>
        <source>It did not come to rest.</source>
        <translation>Er kam nicht zur Ruhe.</translation>
    </message>
    <message>
        <source>%1 cd/m², x %2, y %3</source>
        <translation>%1 cd/m², x %2, y %3</translation>
    </message>
    <message>
        <source>line %1: %2 does not show that colour</source>
        <translation>Zeile %1: %2 zeigt diese Farbe nicht</translation>
    </message>
    <message>
        <source>the profile</source>
        <translation>das Profil</translation>
    </message>
    <message>
        <source>%1: mean %2, largest %3 ΔE00; white %4; %5 : 1; gamma %6; %7 % of %8. %9</source>
        <translation>%1: Mittel %2, größte %3 ΔE00; Weiß %4; %5 : 1; Gamma %6; %7 % von %8. %9</translation>
    </message>
    <message>
        <source>It was not measured, and is left out.</source>
        <translation>Er wurde nicht gemessen und bleibt außen vor.</translation>
    </message>
    <message>
        <source>A colour is off by %1, more than %2: discarded.</source>
        <translation>Eine Farbe weicht um %1 ab, mehr als %2: ausgeschieden.</translation>
    </message>
    <message>
        <source>None can be recommended: each has a colour off by more than %1, or was not measured.</source>
        <translation>Keiner ist zu empfehlen: Bei jedem weicht eine Farbe um mehr als %1 ab, oder er wurde nicht gemessen.</translation>
    </message>
    <message>
        <source>Its mean of %1 is larger than the best, %2.</source>
        <translation>Sein Mittel von %1 ist größer als das beste, %2.</translation>
    </message>
    <message>
        <source>Its mean of %1 is as good as the best, %2.</source>
        <translation>Sein Mittel von %1 ist so gut wie das beste, %2.</translation>
    </message>
    <message>
        <source>its mean is the smallest</source>
        <translation>sein Mittel am kleinsten ist</translation>
    </message>
    <message>
        <source>others are as good; its mean is the smallest by less than counts</source>
        <translation>andere ebenso gut sind und sein Mittel um weniger kleiner ist, als zählt</translation>
    </message>
    <message>
        <source>of %1 with equal means it is the most even over the screen</source>
        <translation>er unter %1 mit gleichem Mittel der gleichmäßigste über die Fläche ist</translation>
    </message>
    <message>
        <source>of %1 with equal means it shows the most of the colours that are needed</source>
        <translation>er unter %1 mit gleichem Mittel am meisten von den nötigen Farben zeigt</translation>
    </message>
    <message>
        <source>Recommended: %1, since %2.</source>
        <translation>Empfohlen: %1, weil %2.</translation>
    </message>
    <message>
        <source>Red, green and blue of the grays</source>
        <translation>Rot, Grün und Blau der Graustufen</translation>
    </message>
    <message>
        <source>from neutral, %</source>
        <translation>von neutral, %</translation>
    </message>
    <message>
        <source>%1: %2 % from neutral at %3 % drive</source>
        <translation>%1: %2 % von neutral bei %3 % Ansteuerung</translation>
    </message>
    <message>
        <source>square: %1</source>
        <translation>Quadrat: %1</translation>
    </message>
    <message>
        <source>Grays against the target</source>
        <translation>Graustufen gegen das Ziel</translation>
    </message>
    <message>
        <source>%1 % drive: %2 ± %3 ΔE00</source>
        <translation>%1 % Ansteuerung: %2 ± %3 ΔE00</translation>
    </message>
    <message>
        <source>Gamma by level</source>
        <translation>Gamma nach Stufe</translation>
    </message>
    <message>
        <source>gamma</source>
        <translation>Gamma</translation>
    </message>
    <message>
        <source>%1 % drive: gamma %2</source>
        <translation>%1 % Ansteuerung: Gamma %2</translation>
    </message>
    <message>
        <source>%1: %2 ± %3 ΔE00 (lightness %4, chroma %5, hue %6)</source>
        <translation>%1: %2 ± %3 ΔE00 (Helligkeit %4, Buntheit %5, Farbton %6)</translation>
    </message>
    <message>
        <source>%1: x %2, y %3</source>
        <translation>%1: x %2, y %3</translation>
    </message>
    <message>
        <source>as it should be</source>
        <translation>wie es sein soll</translation>
    </message>
    <message>
        <source>as it is</source>
        <translation>wie es ist</translation>
    </message>
    <message>
        <source>White over time</source>
        <translation>Weiß über die Zeit</translation>
    </message>
    <message>
        <source>minutes</source>
        <translation>Minuten</translation>
    </message>
    <message>
        <source>from the last, %</source>
        <translation>vom letzten, %</translation>
    </message>
    <message>
        <source>%1 min: %2 cd/m², %3 % and %4 u&apos;v&apos; from the last</source>
        <translation>%1 min: %2 cd/m², %3 % und %4 u&apos;v&apos; vom letzten</translation>
    </message>
    <message>
        <source>White by its size</source>
        <translation>Weiß nach seiner Größe</translation>
    </message>
    <message>
        <source>of the screen</source>
        <translation>des Bildschirms</translation>
    </message>
    <message>
        <source>%1 cd/m² at %2 % of the screen</source>
        <translation>%1 cd/m² bei %2 % der Fläche</translation>
    </message>
    <message>
        <source>Colours against what they should be</source>
        <translation>Farben gegen das, was sie sein sollen</translation>
    </message>
    <message>
        <source>colours, the most off first</source>
        <translation>Farben, die am weitesten abweichenden zuerst</translation>
    </message>
    <message>
        <source>That cannot be compared: %1.</source>
        <translation>Das lässt sich nicht vergleichen: %1.</translation>
    </message>
    <message>
        <source>%1 is neither a visit.json nor a measurement.json</source>
        <translation>%1 ist weder eine visit.json noch eine measurement.json</translation>
    </message>
    <message>
        <source>they are not of one display</source>
        <translation>sie sind nicht von einem Bildschirm</translation>
    </message>
    <message>
        <source>both were read by one instrument</source>
        <translation>beide wurden mit einem Messgerät gemessen</translation>
    </message>
    <message>
        <source>the display stood otherwise: mode, menu or ramps</source>
        <translation>der Bildschirm stand anders: Modus, Menü oder Rampen</translation>
    </message>
    <message>
        <source>they have fewer than three colours in common</source>
        <translation>sie haben weniger als drei Farben gemeinsam</translation>
    </message>
    <message>
        <source>two measurements are needed</source>
        <translation>es braucht zwei Messungen</translation>
    </message>
    <message>
        <source>%1: mean %2, largest %3 ΔE00; uniformity %4; %5 % of %6. %7</source>
        <translation>%1: Mittel %2, größte %3 ΔE00; Gleichmäßigkeit %4; %5 % von %6. %7</translation>
    </message>
    <message>
        <source>They do not rest on the same colours: each is judged by its own.</source>
        <translation>Sie beruhen nicht auf denselben Farben: Jede wird nach ihren eigenen beurteilt.</translation>
    </message>
    <message>
        <source>%1 reads %2 % more light than %3 (both may be wrong by ± %4 %), white %5 ΔE00 off (± %6), colours by %7 on average, %8 at the most.</source>
        <translation>%1 misst %2 % mehr Licht als %3 (beide können um ± %4 % falsch liegen), Weiß um %5 ΔE00 anders (± %6), Farben im Mittel um %7, höchstens um %8.</translation>
    </message>
    <message>
        <source>They agree within what both may be wrong by.</source>
        <translation>Sie stimmen überein, soweit beide falsch liegen können.</translation>
    </message>
    <message>
        <source>They disagree by more than both may be wrong by: compare each with a third one, or send the older in.</source>
        <translation>Sie weichen stärker ab, als beide falsch liegen können: Vergleichen Sie jedes mit einem dritten, oder senden Sie das ältere ein.</translation>
    </message>
    <message>
        <source>A matrix that takes %1 to %2 on this kind of display is in %3.</source>
        <translation>Eine Matrix, die %1 auf solchen Bildschirmen auf %2 bringt, steht in %3.</translation>
    </message>
    <message>
        <source>no matrix can be made of these: red, green and blue were not read by both</source>
        <translation>daraus lässt sich keine Matrix bilden: Rot, Grün und Blau wurden nicht von beiden gemessen</translation>
    </message>
    <message>
        <source>Black reads %1 cd/m² and white %2: what is read does not follow what is shown.</source>
        <translation>Schwarz misst %1 cd/m² und Weiß %2: Was gemessen wird, folgt nicht dem, was gezeigt wird.</translation>
    </message>
    <message>
        <source>See that the instrument lies on the patch, that no light falls on it, and that the display shows what it is sent.</source>
        <translation>Sehen Sie nach, ob das Messgerät auf dem Feld liegt, ob kein Licht darauf fällt und ob der Bildschirm zeigt, was er bekommt.</translation>
    </message>
    <message>
        <source>%1 · %2</source>
        <translation>%1 · %2</translation>
    </message>
    <message>
        <source>tolerance %1 · target %2</source>
        <translation>Toleranz %1 · Ziel %2</translation>
    </message>
    <message>
        <source>as %1 sees it (k = 2)</source>
        <translation>wie %1 es sieht (k = 2)</translation>
    </message>
    <message>
        <source>for the standard observer (k = 2)</source>
        <translation>für den Normalbeobachter (k = 2)</translation>
    </message>
    <message>
        <source>for the standard observer, at most</source>
        <translation>für den Normalbeobachter, höchstens</translation>
    </message>
    <message>
        <source>limit</source>
        <translation>Grenze</translation>
    </message>
    <message>
        <source>verdict</source>
        <translation>Urteil</translation>
    </message>
    <message>
        <source>This picture cannot be read: %1.</source>
        <translation>Dieses Bild lässt sich nicht lesen: %1.</translation>
    </message>
    <message>
        <source>The profile is for another kind of colours than the picture&apos;s.</source>
        <translation>Das Profil ist für eine andere Art von Farben als die des Bildes.</translation>
    </message>
    <message>
        <source>This is no profile of a printer that can be looked through both ways.</source>
        <translation>Dies ist kein Profil eines Druckers, durch das sich in beide Richtungen sehen lässt.</translation>
    </message>
    <message>
        <source>Centre of the screen; it sees the patch, and no light from beside it</source>
        <translation>Bildschirmmitte; es sieht das Feld und kein Licht von daneben</translation>
    </message>
    <message>
        <source>The instrument sees nothing of a white patch. Take its cover off, lay it on the patch with its opening to the screen, and see that the screen is on.</source>
        <translation>Das Messgerät sieht nichts von einem weißen Feld. Abdeckung abnehmen, mit der Öffnung zum Bildschirm auf das Feld legen und prüfen, ob der Bildschirm an ist.</translation>
    </message>
    <message>
        <source>The instrument does not lie on the patch: with black under it and gray around it reads %1 cd/m², of white %2. Move it to the patch, and look that no window covers it.</source>
        <translation>Das Messgerät liegt nicht auf dem Feld: mit Schwarz unter und Grau um sich misst es %1 cd/m², von Weiß %2. Auf das Feld schieben und darauf achten, dass kein Fenster es verdeckt.</translation>
    </message>
    <message>
        <source>Light gets in beside the instrument: black under it reads %1 cd/m², white %2. Lay it flat, tilt the screen back, darken the room; a hood helps.</source>
        <translation>Neben dem Messgerät fällt Licht ein: Schwarz darunter misst %1 cd/m², Weiß %2. Flach auflegen, Bildschirm nach hinten neigen, Raum abdunkeln; eine Blende hilft.</translation>
    </message>
    <message>
        <source>The display&apos;s brightness was turned.</source>
        <translation>Die Helligkeit des Bildschirms wurde verstellt.</translation>
    </message>
    <message>
        <source>Set brightness back to what the last visit left, or make a refresh.</source>
        <translation>Stellen Sie die Helligkeit auf den Wert der letzten Sitzung zurück, oder frischen Sie auf.</translation>
    </message>
    <message>
        <source>The gains of red, green or blue were turned.</source>
        <translation>Die Verstärkung von Rot, Grün oder Blau wurde verstellt.</translation>
    </message>
    <message>
        <source>Set the gains back to what the last visit left, or make a refresh.</source>
        <translation>Stellen Sie die Verstärkungen auf die Werte der letzten Sitzung zurück, oder frischen Sie auf.</translation>
    </message>
    <message>
        <source>Another of the display&apos;s own modes is on.</source>
        <translation>Am Bildschirm ist eine andere Betriebsart gewählt.</translation>
    </message>
    <message>
        <source>Choose the mode of the last visit in the display&apos;s menu.</source>
        <translation>Wählen Sie im Menü des Bildschirms die Betriebsart der letzten Sitzung.</translation>
    </message>
    <message>
        <source>The contrast is set so high that bright tones are cut off.</source>
        <translation>Der Kontrast ist so hoch gestellt, dass helle Töne abgeschnitten werden.</translation>
    </message>
    <message>
        <source>Turn contrast down until steps near white can be told apart; best to where the last visit left it.</source>
        <translation>Stellen Sie den Kontrast zurück, bis sich Stufen nahe Weiß unterscheiden; am besten auf den Wert der letzten Sitzung.</translation>
    </message>
    <message>
        <source>Computer and display do not agree on the range of the signal.</source>
        <translation>Rechner und Bildschirm sind sich über den Bereich des Signals nicht einig.</translation>
    </message>
    <message>
        <source>Set both to full range (0 to 255), in the display&apos;s menu and in the graphics settings.</source>
        <translation>Stellen Sie beide auf den vollen Bereich (0 bis 255), im Menü des Bildschirms und in den Grafikeinstellungen.</translation>
    </message>
    <message>
        <source>Channels are exchanged.</source>
        <translation>Kanäle sind vertauscht.</translation>
    </message>
    <message>
        <source>Look at cable and adapter, and at the display&apos;s input; try another cable.</source>
        <translation>Prüfen Sie Kabel und Adapter und den Eingang des Bildschirms; versuchen Sie ein anderes Kabel.</translation>
    </message>
    <message>
        <source>One channel does not arrive.</source>
        <translation>Ein Kanal kommt nicht an.</translation>
    </message>
    <message>
        <source>Push the plugs home, then try another cable and another input.</source>
        <translation>Stecken Sie die Stecker ganz ein, versuchen Sie dann ein anderes Kabel und einen anderen Eingang.</translation>
    </message>
    <message>
        <source>Light and dark are exchanged.</source>
        <translation>Hell und Dunkel sind vertauscht.</translation>
    </message>
    <message>
        <source>Turn off inverted colours, in the desktop&apos;s settings or in the display&apos;s menu.</source>
        <translation>Schalten Sie umgekehrte Farben aus, in den Einstellungen der Arbeitsumgebung oder im Menü des Bildschirms.</translation>
    </message>
    <message>
        <source>The display shows grays only.</source>
        <translation>Der Bildschirm zeigt nur Graustufen.</translation>
    </message>
    <message>
        <source>Turn off grayscale, in the desktop&apos;s settings or in the display&apos;s menu.</source>
        <translation>Schalten Sie Graustufen aus, in den Einstellungen der Arbeitsumgebung oder im Menü des Bildschirms.</translation>
    </message>
    <message>
        <source>Dark tones are cut off.</source>
        <translation>Dunkle Töne werden abgeschnitten.</translation>
    </message>
    <message>
        <source>Raise the display&apos;s black level or turn off its black boost; check that both ends use full range.</source>
        <translation>Heben Sie den Schwarzwert des Bildschirms an oder schalten Sie seine Schwarzverstärkung aus; prüfen Sie, dass beide Seiten den vollen Bereich verwenden.</translation>
    </message>
    <message>
        <source>The calibration ramps are not loaded.</source>
        <translation>Die Kalibrierungsrampen sind nicht geladen.</translation>
    </message>
    <message>
        <source>Apply the display&apos;s profile again, and have it applied at login.</source>
        <translation>Wenden Sie das Profil des Bildschirms erneut an, und lassen Sie es bei der Anmeldung anwenden.</translation>
    </message>
    <message>
        <source>Ramps are taken, and do nothing.</source>
        <translation>Rampen werden angenommen und bewirken nichts.</translation>
    </message>
    <message>
        <source>Another program or the driver takes them off: turn off its colour handling, or use a profile made without ramps.</source>
        <translation>Ein anderes Programm oder der Treiber nimmt sie weg: Schalten Sie dessen Farbbehandlung aus, oder verwenden Sie ein Profil ohne Rampen.</translation>
    </message>
    <message>
        <source>Ramps of another calibration are loaded.</source>
        <translation>Es sind Rampen einer anderen Kalibrierung geladen.</translation>
    </message>
    <message>
        <source>Remove profiles and ramps, then apply this display&apos;s profile.</source>
        <translation>Entfernen Sie Profile und Rampen, und wenden Sie dann das Profil dieses Bildschirms an.</translation>
    </message>
    <message>
        <source>The display is calibrated to another target.</source>
        <translation>Der Bildschirm ist auf ein anderes Ziel kalibriert.</translation>
    </message>
    <message>
        <source>Apply the profile made for this target, or visit with the target that is wanted.</source>
        <translation>Wenden Sie das Profil für dieses Ziel an, oder machen Sie eine Sitzung mit dem gewünschten Ziel.</translation>
    </message>
    <message>
        <source>Night colours are on.</source>
        <translation>Nachtfarben sind eingeschaltet.</translation>
    </message>
    <message>
        <source>Turn night colours off in the desktop&apos;s settings, on this computer for good.</source>
        <translation>Schalten Sie Nachtfarben in den Einstellungen der Arbeitsumgebung aus, an diesem Rechner für immer.</translation>
    </message>
    <message>
        <source>The profile in use is another display&apos;s.</source>
        <translation>Das verwendete Profil gehört zu einem anderen Bildschirm.</translation>
    </message>
    <message>
        <source>Install the profile that was made for this display.</source>
        <translation>Installieren Sie das Profil, das für diesen Bildschirm gemacht wurde.</translation>
    </message>
    <message>
        <source>The profile in use says something else than the last visit left.</source>
        <translation>Das verwendete Profil sagt etwas anderes, als die letzte Sitzung hinterlassen hat.</translation>
    </message>
    <message>
        <source>Install the profile of the last visit.</source>
        <translation>Installieren Sie das Profil der letzten Sitzung.</translation>
    </message>
    <message>
        <source>Light from the room gets in under the instrument.</source>
        <translation>Licht aus dem Raum fällt unter das Messgerät.</translation>
    </message>
    <message>
        <source>Lay the instrument flat without a gap, tilt the screen back, turn the lamp away, and read again.</source>
        <translation>Legen Sie das Messgerät ohne Spalt flach auf, neigen Sie den Bildschirm nach hinten, drehen Sie die Lampe weg, und messen Sie erneut.</translation>
    </message>
    <message>
        <source>The display is as it was; the room is brighter.</source>
        <translation>Der Bildschirm ist wie zuvor; der Raum ist heller.</translation>
    </message>
    <message>
        <source>Bring the room&apos;s light back: lamp, blind, time of day. Prints made now will look dark.</source>
        <translation>Stellen Sie das Raumlicht wieder her: Lampe, Jalousie, Tageszeit. Jetzt beurteilte Drucke wirken dunkel.</translation>
    </message>
    <message>
        <source>The display is not warm yet.</source>
        <translation>Der Bildschirm ist noch nicht warm.</translation>
    </message>
    <message>
        <source>Leave it on for half an hour, then look again.</source>
        <translation>Lassen Sie ihn eine halbe Stunde eingeschaltet, und prüfen Sie dann erneut.</translation>
    </message>
    <message>
        <source>The backlight has aged: there is less light.</source>
        <translation>Die Hintergrundbeleuchtung ist gealtert: Es ist weniger Licht da.</translation>
    </message>
    <message>
        <source>Raise brightness and make a full visit; see how long it can still hold its target.</source>
        <translation>Erhöhen Sie die Helligkeit, und machen Sie eine volle Sitzung; sehen Sie nach, wie lange er sein Ziel noch hält.</translation>
    </message>
    <message>
        <source>The display has aged: it has yellowed.</source>
        <translation>Der Bildschirm ist gealtert: Er ist vergilbt.</translation>
    </message>
    <message>
        <source>Make a full visit; see how long it can still hold its white.</source>
        <translation>Machen Sie eine volle Sitzung; sehen Sie nach, wie lange er sein Weiß noch hält.</translation>
    </message>
    <message>
        <source>The backlight follows the picture (dynamic contrast).</source>
        <translation>Die Hintergrundbeleuchtung folgt dem Bild (dynamischer Kontrast).</translation>
    </message>
    <message>
        <source>Turn off dynamic contrast and automatic brightness in the display&apos;s menu.</source>
        <translation>Schalten Sie dynamischen Kontrast und automatische Helligkeit im Menü des Bildschirms aus.</translation>
    </message>
    <message>
        <source>Zones of the backlight are dimmed where the picture is dark.</source>
        <translation>Zonen der Hintergrundbeleuchtung werden gedimmt, wo das Bild dunkel ist.</translation>
    </message>
    <message>
        <source>Turn off local dimming for work that is judged by eye or measured.</source>
        <translation>Schalten Sie lokales Dimmen aus für Arbeit, die mit dem Auge beurteilt oder gemessen wird.</translation>
    </message>
    <message>
        <source>Large bright areas are dimmed.</source>
        <translation>Große helle Flächen werden gedimmt.</translation>
    </message>
    <message>
        <source>Turn off power saving or peak brightness; else judge at the size of picture that is worked with.</source>
        <translation>Schalten Sie Stromsparen oder Spitzenhelligkeit aus; sonst beurteilen Sie bei der Bildgröße, mit der gearbeitet wird.</translation>
    </message>
    <message>
        <source>Pictures that stand still are dimmed.</source>
        <translation>Stehende Bilder werden gedimmt.</translation>
    </message>
    <message>
        <source>Turn off the dimming of still pictures in the display&apos;s menu, or the desktop&apos;s.</source>
        <translation>Schalten Sie das Dimmen stehender Bilder im Menü des Bildschirms oder in der Arbeitsumgebung aus.</translation>
    </message>
    <message>
        <source>There are fewer levels than the signal has: gradients show bands.</source>
        <translation>Es gibt weniger Stufen, als das Signal hat: Verläufe zeigen Streifen.</translation>
    </message>
    <message>
        <source>Look at the depth that the graphics settings give this output, and at cable and input; some panels have no more.</source>
        <translation>Prüfen Sie die Farbtiefe dieses Ausgangs in den Grafikeinstellungen, Kabel und Eingang; manche Panels haben nicht mehr.</translation>
    </message>
    <message>
        <source>The display changes colours by a table of its own.</source>
        <translation>Der Bildschirm verändert Farben durch eine eigene Tabelle.</translation>
    </message>
    <message>
        <source>Turn off colour enhancement, skin tones and the like in its menu, or choose a mode without them.</source>
        <translation>Schalten Sie Farbverbesserung, Hauttöne und dergleichen im Menü aus, oder wählen Sie eine Betriebsart ohne sie.</translation>
    </message>
    <message>
        <source>The instrument reads by another correction than at the visit.</source>
        <translation>Das Messgerät misst mit einer anderen Korrektur als in der Sitzung.</translation>
    </message>
    <message>
        <source>Use the correction for this kind of panel, or one made for this display.</source>
        <translation>Verwenden Sie die Korrektur für diese Art Panel, oder eine, die für diesen Bildschirm gemacht wurde.</translation>
    </message>
    <message>
        <source>The instrument has changed: it sees otherwise than it did.</source>
        <translation>Das Messgerät hat sich verändert: Es sieht anders als zuvor.</translation>
    </message>
    <message>
        <source>Compare it with another one on the same display; have it certified.</source>
        <translation>Vergleichen Sie es am selben Bildschirm mit einem anderen; lassen Sie es zertifizieren.</translation>
    </message>
    <message>
        <source>Part of what the instrument sees lies beside the patch.</source>
        <translation>Ein Teil dessen, was das Messgerät sieht, liegt neben dem Messfeld.</translation>
    </message>
    <message>
        <source>Lay the instrument into the marked place, and read again.</source>
        <translation>Legen Sie das Messgerät an den markierten Ort, und messen Sie erneut.</translation>
    </message>
    <message>
        <source>The screen is uneven: it is darker away from the centre.</source>
        <translation>Der Bildschirm ist ungleichmäßig: Abseits der Mitte ist er dunkler.</translation>
    </message>
    <message>
        <source>Measure uniformity; judge pictures in the middle, or turn on the display&apos;s own compensation.</source>
        <translation>Messen Sie die Gleichmäßigkeit; beurteilen Sie Bilder in der Mitte, oder schalten Sie den eigenen Ausgleich des Bildschirms ein.</translation>
    </message>
    <message>
        <source>The bench says that no ramps are loaded.</source>
        <translation>Der Messplatz sagt, dass keine Rampen geladen sind.</translation>
    </message>
    <message>
        <source>The bench says that ramps are loaded.</source>
        <translation>Der Messplatz sagt, dass Rampen geladen sind.</translation>
    </message>
    <message>
        <source>Brightness stands otherwise than the last visit left it.</source>
        <translation>Die Helligkeit steht anders, als die letzte Sitzung sie hinterlassen hat.</translation>
    </message>
    <message>
        <source>Brightness stands where the last visit left it.</source>
        <translation>Die Helligkeit steht, wo die letzte Sitzung sie hinterlassen hat.</translation>
    </message>
    <message>
        <source>Gains stand otherwise than the last visit left them.</source>
        <translation>Verstärkungen stehen anders, als die letzte Sitzung sie hinterlassen hat.</translation>
    </message>
    <message>
        <source>All gains stand where the last visit left them.</source>
        <translation>Alle Verstärkungen stehen, wo die letzte Sitzung sie hinterlassen hat.</translation>
    </message>
    <message>
        <source>Another control of the menu stands otherwise than the last visit left it.</source>
        <translation>Ein anderer Regler des Menüs steht anders, als die letzte Sitzung ihn hinterlassen hat.</translation>
    </message>
    <message>
        <source>The menu&apos;s other controls stand where the last visit left them.</source>
        <translation>Die übrigen Regler des Menüs stehen, wo die letzte Sitzung sie hinterlassen hat.</translation>
    </message>
    <message>
        <source>The display says that it is in another mode.</source>
        <translation>Der Bildschirm sagt, dass er in einer anderen Betriebsart ist.</translation>
    </message>
    <message>
        <source>The display says that it is in the same mode.</source>
        <translation>Der Bildschirm sagt, dass er in derselben Betriebsart ist.</translation>
    </message>
    <message>
        <source>The instrument cannot use the correction of the last visit.</source>
        <translation>Das Messgerät kann die Korrektur der letzten Sitzung nicht verwenden.</translation>
    </message>
    <message>
        <source>The instrument reads by the correction of the last visit.</source>
        <translation>Das Messgerät misst mit der Korrektur der letzten Sitzung.</translation>
    </message>
    <message>
        <source>It is another instrument than at the last visit.</source>
        <translation>Es ist ein anderes Messgerät als in der letzten Sitzung.</translation>
    </message>
    <message>
        <source>It is the instrument of the last visit.</source>
        <translation>Es ist das Messgerät der letzten Sitzung.</translation>
    </message>
    <message>
        <source>The instrument&apos;s certificate is more than three years old.</source>
        <translation>Das Zertifikat des Messgeräts ist mehr als drei Jahre alt.</translation>
    </message>
    <message>
        <source>The instrument&apos;s certificate is less than three years old.</source>
        <translation>Das Zertifikat des Messgeräts ist weniger als drei Jahre alt.</translation>
    </message>
    <message>
        <source>There is half as much light again at the desk as at the last visit.</source>
        <translation>Am Tisch ist anderthalbmal so viel Licht wie in der letzten Sitzung, oder mehr.</translation>
    </message>
    <message>
        <source>There is no more light at the desk than at the last visit.</source>
        <translation>Am Tisch ist nicht mehr Licht als in der letzten Sitzung.</translation>
    </message>
    <message>
        <source>The profile&apos;s colours are not those of this display.</source>
        <translation>Die Farben des Profils sind nicht die dieses Bildschirms.</translation>
    </message>
    <message>
        <source>The profile&apos;s colours are those of this display.</source>
        <translation>Die Farben des Profils sind die dieses Bildschirms.</translation>
    </message>
    <message>
        <source>The profile&apos;s colours differ from what the last visit left.</source>
        <translation>Die Farben des Profils weichen von dem ab, was die letzte Sitzung hinterlassen hat.</translation>
    </message>
    <message>
        <source>The profile&apos;s colours are what the last visit left.</source>
        <translation>Die Farben des Profils sind, was die letzte Sitzung hinterlassen hat.</translation>
    </message>
    <message>
        <source>%1 %: %2</source>
        <translation>%1 %: %2</translation>
    </message>
    <message>
        <source>    strength: %1</source>
        <translation>    Stärke: %1</translation>
    </message>
    <message>
        <source>    for it: %1</source>
        <translation>    dafür: %1</translation>
    </message>
    <message>
        <source>    against it: %1</source>
        <translation>    dagegen: %1</translation>
    </message>
    <message>
        <source>    what to do: %1</source>
        <translation>    was zu tun ist: %1</translation>
    </message>
    <message>
        <source>Nothing is wrong that was looked for (%1 %): readings are off by %2 ΔE*ab on average from what the last visit left, as this instrument sees it.</source>
        <translation>Nichts von dem, wonach gesucht wurde, ist falsch (%1 %): Messungen weichen im Mittel um %2 ΔE*ab von dem ab, was die letzte Sitzung hinterlassen hat, wie dieses Messgerät es sieht.</translation>
    </message>
    <message>
        <source>Readings are off by %1 ΔE*ab on average, as this instrument sees it, and none of the known causes explains it.</source>
        <translation>Messungen weichen im Mittel um %1 ΔE*ab ab, wie dieses Messgerät es sieht, und keine der bekannten Ursachen erklärt es.</translation>
    </message>
    <message>
        <source>What would tell most now: %1</source>
        <translation>Am meisten würde jetzt sagen: %1</translation>
    </message>
    <message>
        <source>With it readings are off by %1 ΔE*ab on average, without it by %2.</source>
        <translation>Mit ihr weichen Messungen im Mittel um %1 ΔE*ab ab, ohne sie um %2.</translation>
    </message>
    <message>
        <source>It leaves &quot;%1&quot; off by %2 ΔE*ab.</source>
        <translation>Sie lässt »%1« um %2 ΔE*ab abweichen.</translation>
    </message>
    <message>
        <source>Reading what most causes change</source>
        <translation>Messen, was die meisten Ursachen verändern</translation>
    </message>
    <message>
        <source>Telling causes apart: %1</source>
        <translation>Ursachen unterscheiden: %1</translation>
    </message>
    <message>
        <source>The bench shows %1, and the visit is of %2.</source>
        <translation>Der Messplatz zeigt %1, und die Sitzung ist von %2.</translation>
    </message>
    <message>
        <source>Give a visit of the display that stands there.</source>
        <translation>Geben Sie eine Sitzung des Bildschirms an, der dort steht.</translation>
    </message>
    <message>
        <source>The studio knows no finished visit of %1 to compare with.</source>
        <translation>Das Studio kennt keine abgeschlossene Sitzung von %1 zum Vergleichen.</translation>
    </message>
    <message>
        <source>That visit&apos;s profile holds no readings to compare with.</source>
        <translation>Das Profil dieser Sitzung enthält keine Messungen zum Vergleichen.</translation>
    </message>
    <message>
        <source>Visit the display first, or give the folder of a visit with --visit.</source>
        <translation>Machen Sie zuerst eine Sitzung an dem Bildschirm, oder geben Sie mit --visit den Ordner einer Sitzung an.</translation>
    </message>
    <message>
        <source>white on most of the screen</source>
        <translation>Weiß auf dem größten Teil des Bildschirms</translation>
    </message>
    <message>
        <source>dark patches with white around them</source>
        <translation>dunkle Messfelder mit Weiß darum</translation>
    </message>
    <message>
        <source>neighbouring levels</source>
        <translation>benachbarte Stufen</translation>
    </message>
    <message>
        <source>white away from the centre</source>
        <translation>Weiß abseits der Mitte</translation>
    </message>
    <message>
        <source>the same with another instrument</source>
        <translation>dasselbe mit einem anderen Messgerät</translation>
    </message>
    <message>
        <source>white that stands still for a minute</source>
        <translation>Weiß, das eine Minute lang stillsteht</translation>
    </message>
    <message>
        <source>white again after some minutes</source>
        <translation>Weiß noch einmal nach einigen Minuten</translation>
    </message>
    <message>
        <source>red %1 %, green %2 %, blue %3 % of their light</source>
        <translation>Rot %1 %, Grün %2 %, Blau %3 % ihres Lichts</translation>
    </message>
    <message>
        <source>about %1 K</source>
        <translation>etwa %1 K</translation>
    </message>
    <message>
        <source>%1 % of white&apos;s luminance is added to all</source>
        <translation>%1 % der Leuchtdichte von Weiß kommen überall hinzu</translation>
    </message>
    <message>
        <source>%1 % less light, %2 % less of blue</source>
        <translation>%1 % weniger Licht, %2 % weniger von Blau</translation>
    </message>
    <message>
        <source>%1 % were missing at the beginning; two thirds of it come within %2</source>
        <translation>%1 % fehlten zu Beginn; zwei Drittel davon kommen in %2</translation>
    </message>
    <message>
        <source>to %1 % of its light when all is dark</source>
        <translation>bis auf %1 % ihres Lichts, wenn alles dunkel ist</translation>
    </message>
    <message>
        <source>%1 % of its view lie beside the patch</source>
        <translation>%1 % seines Blickfelds liegen neben dem Messfeld</translation>
    </message>
    <message>
        <source>as if there were %1 bits</source>
        <translation>als wären es %1 Bit</translation>
    </message>
    <message>
        <source>below %1 % drive</source>
        <translation>unter %1 % Ansteuerung</translation>
    </message>
    <message>
        <source>above %1 % drive</source>
        <translation>über %1 % Ansteuerung</translation>
    </message>
    <message>
        <source>pale colours %1 % more saturated, turned by %2°</source>
        <translation>blasse Farben %1 % gesättigter, um %2° gedreht</translation>
    </message>
    <message>
        <source>luminance changed by %1 %</source>
        <translation>Leuchtdichte um %1 % verändert</translation>
    </message>
    <message>
        <source>%1 % darker in the corners than usual</source>
        <translation>in den Ecken %1 % dunkler als üblich</translation>
    </message>
    <message>
        <source>Compared with what the visit of %1 left, as %2 sees it; ΔE*ab throughout.</source>
        <translation>Verglichen mit dem, was die Sitzung vom %1 hinterlassen hat, wie %2 es sieht; überall ΔE*ab.</translation>
    </message>
    <message>
        <source>There is no finished visit of this display to compare with.</source>
        <translation>Es gibt keine abgeschlossene Sitzung dieses Bildschirms zum Vergleichen.</translation>
    </message>
    <message>
        <source>Make a full visit first.</source>
        <translation>Machen Sie zuerst eine volle Sitzung.</translation>
    </message>
    <message>
        <source>How far readings are off: bars from what the last visit left, rings what the most probable cause leaves of it</source>
        <translation>Wie weit Messungen abweichen: Balken von dem, was die letzte Sitzung hinterließ, Ringe, was die wahrscheinlichste Ursache davon übrig lässt</translation>
    </message>
    <message>
        <source>readings in their order</source>
        <translation>Messungen in ihrer Reihenfolge</translation>
    </message>
    <message>
        <source>left by the most probable cause</source>
        <translation>von der wahrscheinlichsten Ursache übrig gelassen</translation>
    </message>
    <message>
        <source>off from the last visit</source>
        <translation>Abweichung von der letzten Sitzung</translation>
    </message>
    <message>
        <source>%1: off by %2 ΔE*ab, %3 of it left</source>
        <translation>%1: weicht um %2 ΔE*ab ab, %3 davon bleiben</translation>
    </message>
    <message>
        <source>The instrument sees no light, whatever is shown.</source>
        <translation>Das Messgerät sieht kein Licht, was immer gezeigt wird.</translation>
    </message>
    <message>
        <source>Mode, menu or ramps were changed while the display was looked at: readings of two states were weighed together. Look again.</source>
        <translation>Betriebsart, Menü oder Rampen wurden während der Prüfung verändert: Messungen zweier Zustände wurden zusammen gewogen. Prüfen Sie erneut.</translation>
    </message>
    <message numerus="yes">
        <source>%n changes</source>
        <translation>
            <numerusform>%n Änderung</numerusform>
            <numerusform>%n Änderungen</numerusform>
        </translation>
    </message>
    <message>
        <source>Reading %1 was taken once more, as asked.</source>
        <translation>Messung %1 wurde auf Wunsch noch einmal gemacht.</translation>
    </message>
    <message>
        <source>Whoever looks after the server keeps a copy with its own tools.</source>
        <translation>Wer den Server betreut, sichert mit dessen eigenen Mitteln.</translation>
    </message>
    <message>
        <source>The picture could not be kept.</source>
        <translation>Das Bild konnte nicht aufgenommen werden.</translation>
    </message>
    <message>
        <source>A picture is empty, or larger than %1 MB.</source>
        <translation>Ein Bild ist leer oder größer als %1 MB.</translation>
    </message>
    <message>
        <source>more than %1 pixels wide or high</source>
        <translation>mehr als %1 Pixel breit oder hoch</translation>
    </message>
    <message>
        <source>%1 is no picture that can be read: %2.</source>
        <translation>%1 ist kein lesbares Bild: %2.</translation>
    </message>
    <message>
        <source>a reading every half minute at the most, and two at the least</source>
        <translation>höchstens jede halbe Minute eine Messung, und mindestens zwei</translation>
    </message>
    <message>
        <source>Read the light with another meter, and type what it says.</source>
        <translation>Das Licht mit einem anderen Gerät messen und eintippen, was es sagt.</translation>
    </message>
    <message>
        <source>The display has no control &quot;%1&quot; to follow the room with.</source>
        <translation>Der Bildschirm hat keinen Regler &quot;%1&quot;, mit dem er dem Raum folgen könnte.</translation>
    </message>
    <message>
        <source>Say with --bench how the bench is started.</source>
        <translation>Mit --bench sagen, wie der Messplatz gestartet wird.</translation>
    </message>
    <message>
        <source>That visit tried no two values of brightness: how the screen would follow the room is not known.</source>
        <translation>Diese Sitzung hat keine zwei Werte der Helligkeit versucht: wie der Bildschirm dem Raum folgen würde, ist nicht bekannt.</translation>
    </message>
    <message>
        <source>Make a full visit with brightness away from its end, and give its folder.</source>
        <translation>Eine volle Sitzung machen, bei der die Helligkeit nicht schon am Ziel steht, und deren Ordner angeben.</translation>
    </message>
    <message>
        <source>Line %1 of the room&apos;s readings cannot be used: %2.</source>
        <translation>Zeile %1 der Messungen des Raums ist nicht brauchbar: %2.</translation>
    </message>
    <message>
        <source>Write lines of time and lux, as 09:30, 120; then x and y where known.</source>
        <translation>Zeilen mit Zeit und Lux schreiben, etwa 09:30, 120; dann x und y, wo bekannt.</translation>
    </message>
    <message>
        <source>three readings are the least</source>
        <translation>drei Messungen sind das wenigste</translation>
    </message>
    <message>
        <source>that is more than two weeks</source>
        <translation>das sind mehr als zwei Wochen</translation>
    </message>
    <message>
        <source>the heading names no time or no lux</source>
        <translation>die Überschrift nennt keine Zeit (time) oder kein lux</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is no time of day</source>
        <translation>&quot;%1&quot; ist keine Uhrzeit</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is no illuminance in lux</source>
        <translation>&quot;%1&quot; ist keine Beleuchtungsstärke in Lux</translation>
    </message>
    <message>
        <source>&quot;%1&quot; are no x and y</source>
        <translation>&quot;%1&quot; sind kein x und y</translation>
    </message>
    <message>
        <source>From %1 to %2 the desk had %3 to %4 lx, %5 in the middle; %6 % of the time right for photo work.</source>
        <translation>Von %1 bis %2 hatte der Tisch %3 bis %4 lx, im Mittel %5; %6 % der Zeit richtig für Fotoarbeit.</translation>
    </message>
    <message>
        <source>%1 to %2</source>
        <translation>%1 bis %2</translation>
    </message>
    <message>
        <source>Above 64 lx: %1. It is %2.</source>
        <translation>Über 64 lx: %1. Das ist %2.</translation>
    </message>
    <message>
        <source>It is %1.</source>
        <translation>Das ist %1.</translation>
    </message>
    <message>
        <source>Its colour moved from %1 to %2 K: white on paper moves with it, white on the screen does not.</source>
        <translation>Seine Farbe ging von %1 bis %2 K: das Weiß des Papiers geht mit, das des Bildschirms nicht.</translation>
    </message>
    <message>
        <source>%1 cd/m² from %2 to %3</source>
        <translation>%1 cd/m² von %2 bis %3</translation>
    </message>
    <message>
        <source>Held fixed or following the room, %1 cd/m² does all day.</source>
        <translation>Ob fest oder dem Raum folgend: %1 cd/m² passt den ganzen Tag.</translation>
    </message>
    <message>
        <source>Whoever lets the screen follow the room: %1.</source>
        <translation>Wer den Bildschirm dem Raum folgen lässt: %1.</translation>
    </message>
    <message>
        <source>From %1 to %2 nothing was read.</source>
        <translation>Von %1 bis %2 wurde nichts gemessen.</translation>
    </message>
    <message>
        <source>hour of the day</source>
        <translation>Stunde des Tages</translation>
    </message>
    <message>
        <source>Light at the desk</source>
        <translation>Licht am Tisch</translation>
    </message>
    <message>
        <source>light at the desk</source>
        <translation>Licht am Tisch</translation>
    </message>
    <message>
        <source>%1: %2 lx</source>
        <translation>%1: %2 lx</translation>
    </message>
    <message>
        <source>right up to here</source>
        <translation>richtig bis hier</translation>
    </message>
    <message>
        <source>too high from here</source>
        <translation>zu hoch ab hier</translation>
    </message>
    <message>
        <source>White that goes with it</source>
        <translation>Weiß, das dazu passt</translation>
    </message>
    <message>
        <source>proposed</source>
        <translation>vorgeschlagen</translation>
    </message>
    <message>
        <source>what the screen was set to</source>
        <translation>worauf der Bildschirm gestellt wurde</translation>
    </message>
    <message>
        <source>%1: set to %2, %3 cd/m²</source>
        <translation>%1: gestellt auf %2, %3 cd/m²</translation>
    </message>
    <message>
        <source>%1 more</source>
        <translation>%1 weitere</translation>
    </message>
    <message>
        <source>The screen followed as asked: %1, the last to %2; it stands again as it was found. While it followed, its luminance was not the calibrated one, and nobody measured its colours.</source>
        <translation>Der Bildschirm folgte wie verlangt: %1, die letzte auf %2; er steht wieder, wie er gefunden wurde. Solange er folgte, war seine Leuchtdichte nicht die kalibrierte, und niemand hat seine Farben gemessen.</translation>
    </message>
    <message>
        <source>This desktop showed no notice: %1.</source>
        <translation>Dieser Desktop zeigte keine Mitteilung: %1.</translation>
    </message>
    <message>
        <source>there is no session bus</source>
        <translation>es gibt keinen Sitzungsbus</translation>
    </message>
    <message>
        <source>Something is to be done for %1</source>
        <translation>Zu tun ist etwas für %1</translation>
    </message>
    <message>
        <source>2 to 4097 numbers that begin with 0, never fall, and end with 1</source>
        <translation>2 bis 4097 Zahlen, die mit 0 beginnen, nie fallen und mit 1 enden</translation>
    </message>
    <message>
        <source>less than the luminance of white, %1</source>
        <translation>weniger als die Leuchtdichte von Weiß, %1</translation>
    </message>
    <message>
        <source>That is no tone curve: line %1.</source>
        <translation>Das ist keine Tonwertkurve: Zeile %1.</translation>
    </message>
    <message>
        <source>That is no tone curve: drives have to rise, and light must never fall.</source>
        <translation>Das ist keine Tonwertkurve: die Ansteuerung muss steigen, und das Licht darf nie fallen.</translation>
    </message>
    <message>
        <source>Write a line for each level, from black to white: drive and light in any unit, or light alone at equal steps.</source>
        <translation>Eine Zeile je Stufe schreiben, von Schwarz nach Weiß: Ansteuerung und Licht in beliebiger Einheit, oder Licht allein in gleichen Schritten.</translation>
    </message>
    <message>
        <source>own curve</source>
        <translation>eigene Kurve</translation>
    </message>
    <message>
        <source>At %1 % of the width and %2 % of the height: the figures are of that place</source>
        <translation>Bei %1 % der Breite und %2 % der Höhe: die Werte sind von dieser Stelle</translation>
    </message>
    <message>
        <source>what the tolerance allows</source>
        <translation>was die Toleranz erlaubt</translation>
    </message>
    <message>
        <source>The screen followed the room no further: %1.</source>
        <translation>Der Bildschirm folgte dem Raum nicht weiter: %1.</translation>
    </message>
    <message>
        <source>This bench does not move its instrument: it lies in the middle of the screen.</source>
        <translation>Dieser Messplatz bewegt sein Messgerät nicht: es liegt in der Mitte des Bildschirms.</translation>
    </message>
    <message>
        <source>The display could not be put back into its mode %1: %2. Set it by hand; the calibration belongs to it.</source>
        <translation>Der Bildschirm konnte nicht in seinen Modus %1 zurückgestellt werden: %2. Bitte von Hand einstellen; die Kalibrierung gehört zu ihm.</translation>
    </message>
    <message>
        <source>The control %1 could not be put back to %2: %3. Set it by hand; the calibration belongs to it.</source>
        <translation>Der Regler %1 konnte nicht auf %2 zurückgestellt werden: %3. Bitte von Hand einstellen; die Kalibrierung gehört zu diesem Wert.</translation>
    </message>
    <message>
        <source>Colours as read</source>
        <translation>Farben wie gelesen</translation>
    </message>
    <message>
        <source>%1: u′ %2, v′ %3</source>
        <translation>%1: u′ %2, v′ %3</translation>
    </message>
    <message>
        <source>How surely the display is known</source>
        <translation>Wie sicher der Bildschirm bekannt ist</translation>
    </message>
    <message>
        <source>known to ± ΔE00 (k = 2)</source>
        <translation>bekannt auf ± ΔE00 (k = 2)</translation>
    </message>
    <message>
        <source>readings</source>
        <translation>Messungen</translation>
    </message>
    <message>
        <source>enough: %1</source>
        <translation>genug: %1</translation>
    </message>
    <message>
        <source>after %1 readings: what it shows is known to ± %2 ΔE00 (k = 2)</source>
        <translation>nach %1 Messungen: was er zeigt, ist auf ± %2 ΔE00 bekannt (k = 2)</translation>
    </message>
    <message>
        <source>%1: ΔE00 %2, by white at the beginning</source>
        <translation>%1: ΔE00 %2, nach dem Weiß am Anfang</translation>
    </message>
    <message>
        <source>One of the first grays: they give the tone curve its shape.</source>
        <translation>Eines der ersten Graus: sie geben der Tonwertkurve ihre Form.</translation>
    </message>
    <message>
        <source>It lay far from what the other grays say of it: two readings of three have to agree.</source>
        <translation>Es lag weit von dem, was die anderen Graus erwarten lassen: zwei von drei Messungen müssen übereinstimmen.</translation>
    </message>
    <message>
        <source>One of %1 patches that tell most for their time. What it will show is known to ± %2 so far.</source>
        <translation>Eines von %1 Feldern, die für ihre Zeit am meisten sagen. Was es zeigen wird, ist bisher auf ± %2 bekannt.</translation>
    </message>
    <message>
        <source>Near white: whether a channel ends before its drive does.</source>
        <translation>Nahe Weiß: ob ein Kanal vor seiner Ansteuerung endet.</translation>
    </message>
    <message>
        <source>Near black: whether shadows are crushed.</source>
        <translation>Nahe Schwarz: ob Schatten zulaufen.</translation>
    </message>
    <message>
        <source>Shadows are not as expected: where they begin.</source>
        <translation>Die Schatten sind nicht wie erwartet: wo sie beginnen.</translation>
    </message>
    <message>
        <source>Near white a channel is not as expected: where it ends.</source>
        <translation>Nahe Weiß ist ein Kanal nicht wie erwartet: wo er endet.</translation>
    </message>
    <message>
        <source>Its channels do not add up to gray: each is looked at by itself.</source>
        <translation>Seine Kanäle ergeben zusammen nicht das Grau: jeder wird für sich betrachtet.</translation>
    </message>
    <message>
        <source>Just below the end of a channel, where its place is told best.</source>
        <translation>Kurz unter dem Ende eines Kanals, wo sich seine Lage am besten zeigt.</translation>
    </message>
    <message>
        <source>White again: how far the panel has moved since, and all readings with it.</source>
        <translation>Noch einmal Weiß: wie weit sich das Panel seither bewegt hat, und alle Messungen mit ihm.</translation>
    </message>
    <message>
        <source>Where the ramps change most: whether the display heeds them.</source>
        <translation>Wo die Rampen am meisten ändern: ob der Bildschirm sie beachtet.</translation>
    </message>
    <message>
        <source>Light fell on it; now it is dark again.</source>
        <translation>Es fiel Licht darauf; nun ist es wieder dunkel.</translation>
    </message>
    <message>
        <source>It was %1 ΔE00 from what was expected: read again before it counts.</source>
        <translation>Es lag %1 ΔE00 neben dem Erwarteten: noch einmal gelesen, ehe es zählt.</translation>
    </message>
    <message>
        <source>Whether light from outside falls on the screen: it shows most at black.</source>
        <translation>Ob fremdes Licht auf den Schirm fällt: bei Schwarz zeigt es sich am meisten.</translation>
    </message>
    <message>
        <source>What light the panel leaves at black: under all other colours too.</source>
        <translation>Was das Panel bei Schwarz an Licht übrig lässt: auch unter allen anderen Farben.</translation>
    </message>
    <message>
        <source>All other readings make reading %1 hard to believe.</source>
        <translation>Alle anderen Messungen machen Messung %1 schwer glaublich.</translation>
    </message>
    <message>
        <source>Reading %1 once more, as you asked.</source>
        <translation>Messung %1 noch einmal, wie gewünscht.</translation>
    </message>
    <message>
        <source>Nothing was built from it. By the profile it is L* %1, a* %2, b* %3.</source>
        <translation>Daraus wurde nichts gebaut. Nach dem Profil ist es L* %1, a* %2, b* %3.</translation>
    </message>
    <message>
        <source>White before the colours are verified; once more after them. It must not move in between.</source>
        <translation>Weiß, ehe die Farben geprüft werden, und danach noch einmal. Dazwischen darf es sich nicht bewegen.</translation>
    </message>
    <message>
        <source>White after the colours: how far it has moved since they began.</source>
        <translation>Weiß nach den Farben: wie weit es sich seit ihrem Beginn bewegt hat.</translation>
    </message>
    <message>
        <source>The ramps seem to have been lost: whether white is right again with them.</source>
        <translation>Die Rampen scheinen verloren: ob Weiß mit ihnen wieder stimmt.</translation>
    </message>
    <message>
        <source>Noise leaves its verdict open: read as long as the instrument can.</source>
        <translation>Rauschen lässt das Urteil offen: gelesen, so lange das Messgerät kann.</translation>
    </message>
    <message>
        <source>White is very dark: whether the picture is inverted.</source>
        <translation>Weiß ist sehr dunkel: ob das Bild umgekehrt ist.</translation>
    </message>
    <message>
        <source>Whether a smaller patch is brighter: the display may limit its power.</source>
        <translation>Ob ein kleineres Feld heller ist: der Bildschirm begrenzt womöglich seine Leistung.</translation>
    </message>
    <message>
        <source>Prints come out too dark</source>
        <translation>Drucke werden zu dunkel</translation>
    </message>
    <message>
        <source>The screen has a cast after calibration</source>
        <translation>Der Schirm hat nach dem Kalibrieren einen Stich</translation>
    </message>
    <message>
        <source>These two do not match</source>
        <translation>Diese beiden passen nicht zusammen</translation>
    </message>
    <message>
        <source>There are bands in skies</source>
        <translation>In Himmeln sind Streifen</translation>
    </message>
    <message>
        <source>It changed since the last time</source>
        <translation>Er hat sich seit dem letzten Mal verändert</translation>
    </message>
    <message>
        <source>Is my meter still good?</source>
        <translation>Ist mein Messgerät noch gut?</translation>
    </message>
    <message>
        <source>Which mode should I use?</source>
        <translation>Welchen Modus soll ich nehmen?</translation>
    </message>
    <message>
        <source>Next: %1</source>
        <translation>Als Nächstes: %1</translation>
    </message>
    <message>
        <source>Without a question the questions are listed.</source>
        <translation>Ohne eine Frage werden die Fragen aufgezählt.</translation>
    </message>
    <message>
        <source>Measure the light at the desk.</source>
        <translation>Das Licht am Arbeitsplatz messen.</translation>
    </message>
    <message>
        <source>Measure the light where prints are looked at: it is that which counts.</source>
        <translation>Das Licht messen, in dem Drucke betrachtet werden: auf dieses kommt es an.</translation>
    </message>
    <message>
        <source>Follow the room&apos;s light over a day: it is brighter than right for photo work.</source>
        <translation>Das Licht im Raum einen Tag lang verfolgen: es ist heller, als für Bildarbeit richtig ist.</translation>
    </message>
    <message>
        <source>Make a check: two minutes, nothing is changed.</source>
        <translation>Eine Prüfung machen: zwei Minuten, nichts wird verändert.</translation>
    </message>
    <message>
        <source>Check both with one instrument.</source>
        <translation>Beide mit einem Messgerät prüfen.</translation>
    </message>
    <message>
        <source>Check once more: the readings leave it open.</source>
        <translation>Noch einmal prüfen: die Messungen lassen es offen.</translation>
    </message>
    <message>
        <source>Make a full visit.</source>
        <translation>Einen vollen Besuch machen.</translation>
    </message>
    <message>
        <source>Make a full visit with a luminance of %1 cd/m².</source>
        <translation>Einen vollen Besuch mit einer Leuchtdichte von %1 cd/m² machen.</translation>
    </message>
    <message>
        <source>Make a full visit: bring white and luminance about with the display&apos;s menu, so that ramps have little to do.</source>
        <translation>Einen vollen Besuch machen: Weiß und Leuchtdichte mit dem Menü des Bildschirms erreichen, damit die Rampen wenig zu tun haben.</translation>
    </message>
    <message>
        <source>Visit both anew.</source>
        <translation>Beide neu besuchen.</translation>
    </message>
    <message>
        <source>Make a full visit in mode %1.</source>
        <translation>Einen vollen Besuch im Modus %1 machen.</translation>
    </message>
    <message>
        <source>Make a refresh.</source>
        <translation>Eine Auffrischung machen.</translation>
    </message>
    <message>
        <source>Look for the cause: a few minutes at the display.</source>
        <translation>Nach der Ursache suchen: ein paar Minuten am Bildschirm.</translation>
    </message>
    <message>
        <source>When that is mended, look once more.</source>
        <translation>Wenn das behoben ist, noch einmal nachsehen.</translation>
    </message>
    <message>
        <source>Look at a soft proof with paper white before opening shadows.</source>
        <translation>Einen Softproof mit Papierweiß ansehen, ehe Schatten geöffnet werden.</translation>
    </message>
    <message>
        <source>Look at the gradients before and after.</source>
        <translation>Die Verläufe vorher und nachher ansehen.</translation>
    </message>
    <message>
        <source>Rest your eyes for half a minute, then look before and after.</source>
        <translation>Die Augen eine halbe Minute ausruhen, dann vorher und nachher ansehen.</translation>
    </message>
    <message>
        <source>Look at both with rested eyes: other backlights may measure alike and look different.</source>
        <translation>Beide mit ausgeruhten Augen ansehen: andere Hintergrundbeleuchtungen können gleich messen und anders aussehen.</translation>
    </message>
    <message>
        <source>Choose the other display on the page of those that agree.</source>
        <translation>Den anderen Bildschirm auf der Seite derer wählen, die übereinstimmen.</translation>
    </message>
    <message>
        <source>Make the lesser one like the other.</source>
        <translation>Den geringeren dem anderen angleichen.</translation>
    </message>
    <message>
        <source>Take a target that both can hold; what only one can show stays apart.</source>
        <translation>Ein Ziel nehmen, das beide halten können; was nur einer zeigen kann, bleibt verschieden.</translation>
    </message>
    <message>
        <source>Enter the instrument, with its certificate.</source>
        <translation>Das Messgerät mit seinem Zertifikat eintragen.</translation>
    </message>
    <message>
        <source>Have it certified, and note the day on its card.</source>
        <translation>Es zertifizieren lassen und den Tag auf seiner Karte vermerken.</translation>
    </message>
    <message>
        <source>See how it stood over the years.</source>
        <translation>Sehen, wie es über die Jahre stand.</translation>
    </message>
    <message>
        <source>Measure the same colours of one display with two instruments.</source>
        <translation>Dieselben Farben eines Bildschirms mit zwei Messgeräten messen.</translation>
    </message>
    <message>
        <source>Measure the display&apos;s modes one after the other.</source>
        <translation>Die Modi des Bildschirms nacheinander messen.</translation>
    </message>
    <message>
        <source>Measure how even the screen is in the modes that are equal.</source>
        <translation>Messen, wie gleichmäßig der Schirm in den gleich guten Modi ist.</translation>
    </message>
    <message>
        <source>%1 was never visited: nothing is known of it.</source>
        <translation>%1 wurde nie besucht: nichts ist darüber bekannt.</translation>
    </message>
    <message>
        <source>That cannot be told yet: the light at the desk was not read.</source>
        <translation>Das lässt sich noch nicht sagen: das Licht am Arbeitsplatz wurde nicht gemessen.</translation>
    </message>
    <message>
        <source>That cannot be told yet: how bright the screen is was not read.</source>
        <translation>Das lässt sich noch nicht sagen: wie hell der Schirm ist, wurde nicht gemessen.</translation>
    </message>
    <message>
        <source>The screen is too bright for its room: it gives %1 cd/m²; at %2 lux about %3 are right.</source>
        <translation>Der Schirm ist zu hell für seinen Raum: er gibt %1 cd/m²; bei %2 Lux sind etwa %3 richtig.</translation>
    </message>
    <message>
        <source>The screen suits its room, but it was out of tolerance on %1.</source>
        <translation>Der Schirm passt zu seinem Raum, war aber am %1 außerhalb der Toleranz.</translation>
    </message>
    <message>
        <source>The screen suits its room, but nobody has looked since %1 whether it is as it was left.</source>
        <translation>Der Schirm passt zu seinem Raum, aber seit dem %1 hat niemand nachgesehen, ob er noch ist, wie er verlassen wurde.</translation>
    </message>
    <message>
        <source>The screen is right for its room. Prints that are looked at beside it, at %1 lux, are dark: as bright as the screen they are at about %2 lux.</source>
        <translation>Der Schirm ist richtig für seinen Raum. Drucke, die neben ihm bei %1 Lux betrachtet werden, sind dunkel: so hell wie der Schirm sind sie bei etwa %2 Lux.</translation>
    </message>
    <message>
        <source>The screen is right for its room at %1 cd/m², and the prints have light enough: what is dark in them is dark in the file, or paper cannot hold it.</source>
        <translation>Der Schirm ist mit %1 cd/m² richtig für seinen Raum, und die Drucke haben Licht genug: was in ihnen dunkel ist, ist in der Datei dunkel, oder Papier kann es nicht halten.</translation>
    </message>
    <message>
        <source>Luminance of white, cd/m²</source>
        <translation>Leuchtdichte von Weiß, cd/m²</translation>
    </message>
    <message>
        <source>screen</source>
        <translation>Schirm</translation>
    </message>
    <message>
        <source>right for the room</source>
        <translation>richtig für den Raum</translation>
    </message>
    <message>
        <source>paper in its light</source>
        <translation>Papier in seinem Licht</translation>
    </message>
    <message>
        <source>The light at the desk was %1 lux in the middle of a day (%2).</source>
        <translation>Das Licht am Arbeitsplatz hatte an einem Tag im Mittel %1 Lux (%2).</translation>
    </message>
    <message>
        <source>The light at the desk was %1 lux at the visit of %2.</source>
        <translation>Das Licht am Arbeitsplatz hatte beim Besuch vom %2 %1 Lux.</translation>
    </message>
    <message>
        <source>On a screen that bright shadows look open; whoever edits there leaves them darker than paper can show.</source>
        <translation>Auf einem so hellen Schirm sehen Schatten offen aus; wer dort arbeitet, lässt sie dunkler, als Papier sie zeigen kann.</translation>
    </message>
    <message>
        <source>Paper gives %1 cd/m² at %2 lux: the screen is %3 times as bright.</source>
        <translation>Papier gibt bei %2 Lux %1 cd/m²: der Schirm ist %3-mal so hell.</translation>
    </message>
    <message>
        <source>Prints would be as bright as the screen at about %1 lux.</source>
        <translation>Drucke wären bei etwa %1 Lux so hell wie der Schirm.</translation>
    </message>
    <message>
        <source>By what was tried at visits that is brightness %1 or so.</source>
        <translation>Nach dem, was bei Besuchen versucht wurde, ist das etwa Helligkeit %1.</translation>
    </message>
    <message>
        <source>Steps of gray</source>
        <translation>Graustufen</translation>
    </message>
    <message>
        <source>sent</source>
        <translation>gesendet</translation>
    </message>
    <message>
        <source>left behind the ramps</source>
        <translation>hinter den Rampen übrig</translation>
    </message>
    <message>
        <source>Of grays behind the ramps %1 of %2 are told apart (%3 bits are sent, the ramps hold %4).</source>
        <translation>Von den Graus hinter den Rampen unterscheiden sich %1 von %2 (%3 Bit werden gesendet, die Rampen fassen %4).</translation>
    </message>
    <message>
        <source>Rounding in the ramps costs %1 ΔE00 on average.</source>
        <translation>Das Runden in den Rampen kostet im Mittel %1 ΔE00.</translation>
    </message>
    <message>
        <source>Only %1 bits are sent to the display: that alone shows bands.</source>
        <translation>Nur %1 Bit werden zum Bildschirm gesendet: das allein zeigt Stufen.</translation>
    </message>
    <message>
        <source>The ramps cost %1 % of the steps: bands come from there.</source>
        <translation>Die Rampen kosten %1 % der Stufen: daher kommen die Streifen.</translation>
    </message>
    <message>
        <source>The ramps keep the steps apart: bands come from the panel, the connection, or the file itself.</source>
        <translation>Die Rampen halten die Stufen auseinander: Streifen kommen vom Panel, von der Verbindung oder aus der Datei selbst.</translation>
    </message>
    <message>
        <source>The ramps keep the steps apart; what was found wrong with the display follows.</source>
        <translation>Die Rampen halten die Stufen auseinander; was am Bildschirm gefunden wurde, folgt.</translation>
    </message>
    <message>
        <source>When it was left on %1 white and grays were right: something has changed since.</source>
        <translation>Als er am %1 verlassen wurde, stimmten Weiß und Graus: seither hat sich etwas verändert.</translation>
    </message>
    <message>
        <source>The visit of %1 did not leave it within tolerance: why has to be looked for.</source>
        <translation>Der Besuch vom %1 ließ ihn nicht innerhalb der Toleranz: der Grund muss gesucht werden.</translation>
    </message>
    <message>
        <source>As looked at on %1: %2</source>
        <translation>Wie am %1 untersucht: %2</translation>
    </message>
    <message>
        <source>When it was looked at on %1 it was not as it was left, and nothing known explains it.</source>
        <translation>Als er am %1 untersucht wurde, war er nicht, wie er verlassen worden war, und nichts Bekanntes erklärt es.</translation>
    </message>
    <message>
        <source>When it was looked at on %1 it was as it was left: the display has no cast.</source>
        <translation>Als er am %1 untersucht wurde, war er, wie er verlassen worden war: der Bildschirm hat keinen Stich.</translation>
    </message>
    <message>
        <source>Eyes adapt, and what surrounds a colour changes it: a warmer lamp or a coloured wallpaper is enough.</source>
        <translation>Augen passen sich an, und was eine Farbe umgibt, verändert sie: eine wärmere Lampe oder eine farbige Tapete genügt.</translation>
    </message>
    <message>
        <source>Ramps of before were loaded when it began.</source>
        <translation>Als er begann, waren Rampen von vorher geladen.</translation>
    </message>
    <message>
        <source>White was %1 ± %2 ΔE00 from its target on %3.</source>
        <translation>Weiß lag am %3 %1 ± %2 ΔE00 neben seinem Ziel.</translation>
    </message>
    <message>
        <source>White was %1 ΔE00 from its target on %2.</source>
        <translation>Weiß lag am %2 %1 ΔE00 neben seinem Ziel.</translation>
    </message>
    <message>
        <source>Grays were off by %1 ΔE00 on average, %2 at the most.</source>
        <translation>Graus lagen im Mittel um %1 ΔE00 daneben, höchstens um %2.</translation>
    </message>
    <message>
        <source>Nobody has read it since %1: whether it changed is not known.</source>
        <translation>Seit dem %1 hat ihn niemand gemessen: ob er sich verändert hat, ist nicht bekannt.</translation>
    </message>
    <message>
        <source>Yes: since %1 white has moved by %2 ΔE00 and luminance by %3 %.</source>
        <translation>Ja: seit dem %1 hat sich Weiß um %2 ΔE00 bewegt und die Leuchtdichte um %3 %.</translation>
    </message>
    <message>
        <source>No: since %1 white has moved by %2 ΔE00 and luminance by %3 %, which nobody sees.</source>
        <translation>Nein: seit dem %1 hat sich Weiß um %2 ΔE00 bewegt und die Leuchtdichte um %3 %, was niemand sieht.</translation>
    </message>
    <message>
        <source>Perhaps: since %1 white has moved by %2 ΔE00 and luminance by %3 %, but the readings leave that open.</source>
        <translation>Vielleicht: seit dem %1 hat sich Weiß um %2 ΔE00 bewegt und die Leuchtdichte um %3 %, doch die Messungen lassen das offen.</translation>
    </message>
    <message>
        <source>It is in mode %1; before it was in %2.</source>
        <translation>Er steht im Modus %1; vorher war es %2.</translation>
    </message>
    <message>
        <source>%1 is %2; before it was %3.</source>
        <translation>%1 steht auf %2; vorher auf %3.</translation>
    </message>
    <message>
        <source>%1 read it this time, %2 before: they may differ.</source>
        <translation>Diesmal hat %1 gemessen, vorher %2: sie können sich unterscheiden.</translation>
    </message>
    <message>
        <source>The instrument read by another correction.</source>
        <translation>Das Messgerät las mit einer anderen Korrektur.</translation>
    </message>
    <message>
        <source>The room has %1 lux; before it had %2.</source>
        <translation>Der Raum hat %1 Lux; vorher hatte er %2.</translation>
    </message>
    <message>
        <source>Menu, mode and instrument are as before: the cause has to be looked for.</source>
        <translation>Menü, Modus und Messgerät sind wie vorher: die Ursache muss gesucht werden.</translation>
    </message>
    <message>
        <source>Menu, mode and instrument are as before.</source>
        <translation>Menü, Modus und Messgerät sind wie vorher.</translation>
    </message>
    <message>
        <source>Which other display is meant?</source>
        <translation>Welcher andere Bildschirm ist gemeint?</translation>
    </message>
    <message>
        <source>No colour is known that both can show.</source>
        <translation>Es ist keine Farbe bekannt, die beide zeigen können.</translation>
    </message>
    <message>
        <source>What parts them, mean ΔE00 each by itself</source>
        <translation>Was sie trennt, mittleres ΔE00 jeweils für sich</translation>
    </message>
    <message>
        <source>They are apart by %1 ΔE00 on average (± %2 as one instrument sees it, ± %3 for the standard observer), %4 at the most, over %5 colours that both can show.</source>
        <translation>Sie liegen im Mittel %1 ΔE00 auseinander (± %2, wie ein Messgerät es sieht, ± %3 für den Normalbeobachter), höchstens %4, über %5 Farben, die beide zeigen können.</translation>
    </message>
    <message>
        <source>%1 shows %2 % of what %3 shows, which shows %4 % of the other&apos;s.</source>
        <translation>%1 zeigt %2 % von dem, was %3 zeigt; umgekehrt sind es %4 %.</translation>
    </message>
    <message>
        <source>Their panels are of different kinds: what measures alike may still look different.</source>
        <translation>Ihre Panels sind von verschiedener Art: was gleich misst, kann trotzdem anders aussehen.</translation>
    </message>
    <message>
        <source>They were read by different instruments (%1, %2).</source>
        <translation>Sie wurden mit verschiedenen Messgeräten gemessen (%1, %2).</translation>
    </message>
    <message>
        <source>The older of their visits is of %1 days ago.</source>
        <translation>Der ältere ihrer Besuche liegt %1 Tage zurück.</translation>
    </message>
    <message>
        <source>They match: %1 ΔE00 on average, which nobody sees.</source>
        <translation>Sie passen zusammen: im Mittel %1 ΔE00, was niemand sieht.</translation>
    </message>
    <message>
        <source>They match: %1 ΔE00 on average, below 1.</source>
        <translation>Sie passen zusammen: im Mittel %1 ΔE00, unter 1.</translation>
    </message>
    <message>
        <source>They differ by %1 ΔE00 on average, most of all in %2.</source>
        <translation>Sie unterscheiden sich im Mittel um %1 ΔE00, am meisten durch: %2.</translation>
    </message>
    <message>
        <source>They differ by %1 ΔE00 on average: whether that is within 1 the readings leave open.</source>
        <translation>Sie unterscheiden sich im Mittel um %1 ΔE00: ob das innerhalb von 1 liegt, lassen die Messungen offen.</translation>
    </message>
    <message>
        <source>What read this display last is not among the studio&apos;s instruments.</source>
        <translation>Was diesen Bildschirm zuletzt gemessen hat, ist nicht unter den Messgeräten des Studios.</translation>
    </message>
    <message>
        <source>Over the displays that it shares with others its luminance drifts by %1 ± %2 % a year.</source>
        <translation>Über die Bildschirme, die es mit anderen teilt, wandert seine Leuchtdichte um %1 ± %2 % im Jahr.</translation>
    </message>
    <message>
        <source>Beside %1 it read %2 % more luminance (both together may be wrong by %3 %) and white %4 ΔE00 apart (%5).</source>
        <translation>Neben %1 las es %2 % mehr Leuchtdichte (beide zusammen dürfen um %3 % falsch liegen) und Weiß um %4 ΔE00 anders (%5).</translation>
    </message>
    <message>
        <source>When it was last certified is not known.</source>
        <translation>Wann es zuletzt zertifiziert wurde, ist nicht bekannt.</translation>
    </message>
    <message>
        <source>It was last certified on %1, more than three years ago.</source>
        <translation>Es wurde zuletzt am %1 zertifiziert, vor mehr als drei Jahren.</translation>
    </message>
    <message>
        <source>It was last certified on %1.</source>
        <translation>Es wurde zuletzt am %1 zertifiziert.</translation>
    </message>
    <message>
        <source>%1 is wearing: it drifts on all displays alike.</source>
        <translation>%1 nutzt sich ab: es wandert auf allen Bildschirmen gleich.</translation>
    </message>
    <message>
        <source>%1 and the other one disagree by more than both may be wrong: one of them is no longer good.</source>
        <translation>%1 und das andere weichen weiter voneinander ab, als beide falsch liegen dürfen: eines von ihnen ist nicht mehr gut.</translation>
    </message>
    <message>
        <source>%1 is good, as far as other instruments tell.</source>
        <translation>%1 ist gut, soweit andere Messgeräte es zeigen.</translation>
    </message>
    <message>
        <source>%1 is good, as far as other instruments tell; its certificate is old.</source>
        <translation>%1 ist gut, soweit andere Messgeräte es zeigen; sein Zertifikat ist alt.</translation>
    </message>
    <message>
        <source>That cannot be told yet: %1 has nothing to be held against.</source>
        <translation>Das lässt sich noch nicht sagen: %1 hat nichts, woran es sich messen ließe.</translation>
    </message>
    <message>
        <source>That cannot be told yet: its modes were not measured.</source>
        <translation>Das lässt sich noch nicht sagen: seine Modi wurden nicht gemessen.</translation>
    </message>
    <message>
        <source>Mean of each mode, ΔE00</source>
        <translation>Mittel jedes Modus, ΔE00</translation>
    </message>
    <message>
        <source>%1: mean %2, largest %3 ΔE00. %4</source>
        <translation>%1: im Mittel %2, größte %3 ΔE00. %4</translation>
    </message>
    <message>
        <source>Use %1 (measured %2). %3</source>
        <translation>%1 verwenden (gemessen am %2). %3</translation>
    </message>
    <message>
        <source>%1: a measurement of %2.</source>
        <translation>%1: eine Messung vom %2.</translation>
    </message>
    <message>
        <source>%1: a measurement of %2 that is there already.</source>
        <translation>%1: eine Messung vom %2, die schon da ist.</translation>
    </message>
    <message>
        <source>Add its display first, by a visit or a register, then bring it in once more.</source>
        <translation>Erst den Bildschirm hinzufügen, durch einen Besuch oder ein Verzeichnis, dann noch einmal einlesen.</translation>
    </message>
    <message>
        <source>The kept measurement %1 cannot be read.</source>
        <translation>Die behaltene Messung %1 lässt sich nicht lesen.</translation>
    </message>
    <message>
        <source>With them %1 and %2.</source>
        <translation>Dazu %1 und %2.</translation>
    </message>
    <message numerus="yes">
        <source>%n measurements beside visits</source>
        <translation>
            <numerusform>%n Messung neben Besuchen</numerusform>
            <numerusform>%n Messungen neben Sitzungen</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n photographs</source>
        <translation>
            <numerusform>%n Fotografie</numerusform>
            <numerusform>%n Fotografien</numerusform>
        </translation>
    </message>
    <message>
        <source>The measurement could not be kept.</source>
        <translation>Die Messung konnte nicht behalten werden.</translation>
    </message>
    <message>
        <source>That is no measurement or diagnosis that can be kept: %1.</source>
        <translation>Das ist keine Messung oder Diagnose, die behalten werden kann: %1.</translation>
    </message>
    <message>
        <source>it is larger than %1 MB</source>
        <translation>es ist größer als %1 MB</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is no time</source>
        <translation>„%1“ ist keine Zeit</translation>
    </message>
    <message>
        <source>the studio does not have its display</source>
        <translation>das Studio hat seinen Bildschirm nicht</translation>
    </message>
    <message>
        <source>What was measured is in %1; it can be brought in from there.</source>
        <translation>Was gemessen wurde, ist in %1; von dort kann es eingelesen werden.</translation>
    </message>
    <message>
        <source>Saturation</source>
        <translation>Sättigung</translation>
    </message>
    <message>
        <source>Colours</source>
        <translation>Farben</translation>
    </message>
    <message>
        <source>Uniformity</source>
        <translation>Gleichmäßigkeit</translation>
    </message>
    <message>
        <source>Contrast</source>
        <translation>Kontrast</translation>
    </message>
    <message>
        <source>Stability</source>
        <translation>Stabilität</translation>
    </message>
    <message>
        <source>The display&apos;s modes</source>
        <translation>Modi des Bildschirms</translation>
    </message>
    <message>
        <source>The room over a day</source>
        <translation>Der Raum über einen Tag</translation>
    </message>
    <message>
        <source>What is wrong</source>
        <translation>Was nicht stimmt</translation>
    </message>
    <message>
        <source>Whether a larger white is as bright: the display may limit its power.</source>
        <translation>Ob ein größeres Weiß ebenso hell ist: der Bildschirm begrenzt womöglich seine Leistung.</translation>
    </message>
    <message>
        <source>Black with white around it: what contrast is left within a picture.</source>
        <translation>Schwarz mit Weiß darum: wie viel Kontrast in einem Bild übrig bleibt.</translation>
    </message>
    <message>
        <source>Read by both instruments: the exact one corrects the quick one.</source>
        <translation>Von beiden Messgeräten gelesen: das genaue berichtigt das schnelle.</translation>
    </message>
    <message>
        <source>A certificate is made of a visit that was judged.</source>
        <translation>Ein Zertifikat wird von einem Besuch gemacht, der beurteilt wurde.</translation>
    </message>
    <message>
        <source>A certificate is a .pdf or .html file.</source>
        <translation>Ein Zertifikat ist eine Datei .pdf oder .html.</translation>
    </message>
    <message>
        <source>Certificate of a display&apos;s calibration</source>
        <translation>Zertifikat über die Kalibrierung eines Bildschirms</translation>
    </message>
    <message>
        <source>It stands in: %1</source>
        <translation>Er steht in: %1</translation>
    </message>
    <message>
        <source>measured on %1 (%2).</source>
        <translation>gemessen am %1 (%2).</translation>
    </message>
    <message>
        <source>On that day this display was within its tolerance.</source>
        <translation>An diesem Tag lag der Bildschirm innerhalb seiner Toleranz.</translation>
    </message>
    <message>
        <source>On that day this display was not within its tolerance.</source>
        <translation>An diesem Tag lag der Bildschirm nicht innerhalb seiner Toleranz.</translation>
    </message>
    <message>
        <source>Whether this display was within its tolerance the readings of that day leave open.</source>
        <translation>Ob der Bildschirm innerhalb seiner Toleranz lag, lassen die Messungen dieses Tages offen.</translation>
    </message>
    <message>
        <source>What was found, with expanded uncertainty (k = 2)</source>
        <translation>Was gefunden wurde, mit erweiterter Unsicherheit (k = 2)</translation>
    </message>
    <message>
        <source>What it was measured against</source>
        <translation>Woran er gemessen wurde</translation>
    </message>
    <message>
        <source>How it was left</source>
        <translation>Wie er verlassen wurde</translation>
    </message>
    <message>
        <source>By what means, and where</source>
        <translation>Womit und wo</translation>
    </message>
    <message>
        <source>measured</source>
        <translation>gemessen</translation>
    </message>
    <message>
        <source>Tone</source>
        <translation>Tonwertkurve</translation>
    </message>
    <message>
        <source>Gamut</source>
        <translation>Farbumfang</translation>
    </message>
    <message>
        <source>the display&apos;s own</source>
        <translation>sein eigenes</translation>
    </message>
    <message>
        <source>Tolerance</source>
        <translation>Toleranz</translation>
    </message>
    <message>
        <source>%1, judged %2</source>
        <translation>%1, beurteilt %2</translation>
    </message>
    <message>
        <source>as this instrument sees it</source>
        <translation>wie dieses Messgerät es sieht</translation>
    </message>
    <message>
        <source>against the standard observer</source>
        <translation>gegen den Normalbeobachter</translation>
    </message>
    <message>
        <source>Colours verified</source>
        <translation>Geprüfte Farben</translation>
    </message>
    <message>
        <source>%1; 95 % of all colours are within %2 ΔE00, with 95 % confidence</source>
        <translation>%1; 95 % aller Farben liegen innerhalb von %2 ΔE00, mit 95 % Sicherheit</translation>
    </message>
    <message>
        <source>it shows %1 % of sRGB and %2 % of Adobe RGB (1998), by volume in CIELAB</source>
        <translation>er zeigt %1 % von sRGB und %2 % von Adobe RGB (1998), nach Volumen in CIELAB</translation>
    </message>
    <message>
        <source>Last certified</source>
        <translation>Zuletzt zertifiziert</translation>
    </message>
    <message>
        <source>not known</source>
        <translation>nicht bekannt</translation>
    </message>
    <message>
        <source>Its own uncertainty</source>
        <translation>Eigene Unsicherheit</translation>
    </message>
    <message>
        <source>± %1 in x and in y, ± %2 % of luminance for this display&apos;s light (k = 2), against the standard observer</source>
        <translation>± %1 in x und in y, ± %2 % der Leuchtdichte für das Licht dieses Bildschirms (k = 2), gegen den Normalbeobachter</translation>
    </message>
    <message>
        <source>Readings</source>
        <translation>Messungen</translation>
    </message>
    <message>
        <source>%1 lux</source>
        <translation>%1 Lux</translation>
    </message>
    <message>
        <source>not read</source>
        <translation>nicht gemessen</translation>
    </message>
    <message>
        <source>It is to be looked at again by %1.</source>
        <translation>Er soll bis zum %1 wieder geprüft werden.</translation>
    </message>
    <message>
        <source>It holds for the display as it stood then: with these settings, in this room, warmed up. Another instrument may find other figures, by as much as both may be wrong.</source>
        <translation>Es gilt für den Bildschirm, wie er damals stand: mit diesen Einstellungen, in diesem Raum, warmgelaufen. Ein anderes Messgerät kann andere Werte finden, um so viel, wie beide falsch liegen dürfen.</translation>
    </message>
    <message>
        <source>Measured by (date, signature)</source>
        <translation>Gemessen von (Datum, Unterschrift)</translation>
    </message>
    <message>
        <source>Accepted by (date, signature)</source>
        <translation>Angenommen von (Datum, Unterschrift)</translation>
    </message>
    <message>
        <source>Number of the visit: %1</source>
        <translation>Nummer des Besuchs: %1</translation>
    </message>
    <message>
        <source>The plan could not be kept.</source>
        <translation>Der Plan konnte nicht behalten werden.</translation>
    </message>
    <message>
        <source>A room or a display lies outside the plan.</source>
        <translation>Ein Raum oder ein Bildschirm liegt außerhalb des Plans.</translation>
    </message>
    <message>
        <source>%1 : 1</source>
        <translation>%1 : 1</translation>
    </message>
    <message>
        <source>at least %1 : 1</source>
        <translation>mindestens %1 : 1</translation>
    </message>
    <message>
        <source>before</source>
        <translation>vorher</translation>
    </message>
    <message>
        <source>now</source>
        <translation>jetzt</translation>
    </message>
    <message>
        <source>Its target is %1 cd/m²: it stands %2 % from that, so somebody or something has changed it.</source>
        <translation>Sein Ziel ist %1 cd/m²: er steht %2 % davon entfernt, jemand oder etwas hat ihn also verändert.</translation>
    </message>
    <message>
        <source>That cannot be told yet: how many bits are sent to the display is not known.</source>
        <translation>Das lässt sich noch nicht sagen: wie viele Bit zum Bildschirm gesendet werden, ist nicht bekannt.</translation>
    </message>
    <message>
        <source>How bright the screen is was read on %1.</source>
        <translation>Wie hell der Schirm ist, wurde am %1 gemessen.</translation>
    </message>
    <message>
        <source>That is %1 days ago: what has come since is not known.</source>
        <translation>Das ist %1 Tage her: was seither gekommen ist, ist nicht bekannt.</translation>
    </message>
    <message>
        <source>they were taken more than a week apart: the display itself may have changed</source>
        <translation>sie liegen mehr als eine Woche auseinander: der Bildschirm selbst kann sich verändert haben</translation>
    </message>
    <message>
        <source>White, then and now</source>
        <translation>Weiß, damals und jetzt</translation>
    </message>
    <message>
        <source>ring: now, %1 cd/m²</source>
        <translation>Ring: jetzt, %1 cd/m²</translation>
    </message>
    <message>
        <source>dashed: within ΔE00 %1 of the target</source>
        <translation>gestrichelt: innerhalb von ΔE00 %1 um das Ziel</translation>
    </message>
    <message>
        <source>white at the visit before</source>
        <translation>Weiß beim Besuch davor</translation>
    </message>
    <message>
        <source>square: on %1, %2 cd/m²</source>
        <translation>Quadrat: am %1, %2 cd/m²</translation>
    </message>
    <message>
        <source>Reading the visits</source>
        <translation>Die Sitzungen werden gelesen</translation>
    </message>
    <message>
        <source>Comparing the displays</source>
        <translation>Die Bildschirme werden verglichen</translation>
    </message>
    <message>
        <source>A copy to take along is a new file.</source>
        <translation>Eine Kopie zum Mitnehmen ist eine neue Datei.</translation>
    </message>
    <message>
        <source>What the copy remembers of the studio cannot be read.</source>
        <translation>Was sich die Kopie vom Studio gemerkt hat, ist nicht lesbar.</translation>
    </message>
    <message>
        <source>That file is no copy that was taken along.</source>
        <translation>Diese Datei ist keine mitgenommene Kopie.</translation>
    </message>
    <message>
        <source>That copy was not taken from this studio.</source>
        <translation>Diese Kopie stammt nicht aus diesem Studio.</translation>
    </message>
    <message>
        <source>Choose the copy that was taken from it.</source>
        <translation>Wählen Sie die Kopie, die aus ihm mitgenommen wurde.</translation>
    </message>
    <message>
        <source>The studio was changed since it was compared with the copy.</source>
        <translation>Das Studio wurde geändert, seit es mit der Kopie verglichen wurde.</translation>
    </message>
    <message>
        <source>Compare them again.</source>
        <translation>Vergleichen Sie noch einmal.</translation>
    </message>
    <message>
        <source>Some of it was changed on both sides.</source>
        <translation>Manches wurde auf beiden Seiten geändert.</translation>
    </message>
    <message>
        <source>Say which counts: --conflicts copy, or --conflicts home.</source>
        <translation>Sagen Sie, was gilt: --conflicts copy oder --conflicts home.</translation>
    </message>
    <message>
        <source>Changed on both sides: %1 %2, %3: was &quot;%4&quot;, in the copy &quot;%5&quot;, at home &quot;%6&quot;</source>
        <translation>Auf beiden Seiten geändert: %1 %2, %3: war „%4“, in der Kopie „%5“, zu Hause „%6“</translation>
    </message>
    <message>
        <source>Visits in the copy that are not ended stay there: %1</source>
        <translation>Nicht beendete Sitzungen in der Kopie bleiben dort: %1</translation>
    </message>
    <message>
        <source>The copy brings nothing new.</source>
        <translation>Die Kopie bringt nichts Neues.</translation>
    </message>
    <message>
        <source>All of it is in the studio now. The copy is left as it is.</source>
        <translation>Alles ist jetzt im Studio. Die Kopie bleibt, wie sie ist.</translation>
    </message>
    <message>
        <source>Nothing was changed yet; --yes does it.</source>
        <translation>Noch wurde nichts geändert; --yes führt es aus.</translation>
    </message>
    <message>
        <source>The copy is in %1. Work on it with --store; &quot;store bring&quot; brings home what was done.</source>
        <translation>Die Kopie ist in %1. Arbeiten Sie mit --store darin; „store bring“ bringt heim, was getan wurde.</translation>
    </message>
    <message>
        <source>New rooms</source>
        <translation>Neue Räume</translation>
    </message>
    <message>
        <source>New displays</source>
        <translation>Neue Bildschirme</translation>
    </message>
    <message>
        <source>New instruments</source>
        <translation>Neue Messgeräte</translation>
    </message>
    <message>
        <source>Visits</source>
        <translation>Sitzungen</translation>
    </message>
    <message>
        <source>Measurements beside visits</source>
        <translation>Messungen neben Sitzungen</translation>
    </message>
    <message>
        <source>Photographs</source>
        <translation>Fotos</translation>
    </message>
    <message>
        <source>Rows of history</source>
        <translation>Zeilen der Geschichte</translation>
    </message>
    <message>
        <source>Assignments</source>
        <translation>Aufträge</translation>
    </message>
    <message>
        <source>Corrections of instruments</source>
        <translation>Korrekturen von Messgeräten</translation>
    </message>
    <message>
        <source>Profiles that were installed</source>
        <translation>Installierte Profile</translation>
    </message>
    <message>
        <source>Changes of cards</source>
        <translation>Änderungen an Karten</translation>
    </message>
    <message>
        <source>Targets and tolerances</source>
        <translation>Ziele und Toleranzen</translation>
    </message>
    <message>
        <source>room</source>
        <translation>Raum</translation>
    </message>
    <message>
        <source>display</source>
        <translation>Bildschirm</translation>
    </message>
    <message>
        <source>instrument</source>
        <translation>Messgerät</translation>
    </message>
    <message>
        <source>tolerance</source>
        <translation>Toleranz</translation>
    </message>
    <message>
        <source>letterhead</source>
        <translation>Briefkopf</translation>
    </message>
    <message>
        <source>model</source>
        <translation>Modell</translation>
    </message>
    <message>
        <source>serial number</source>
        <translation>Seriennummer</translation>
    </message>
    <message>
        <source>kind of panel</source>
        <translation>Art des Panels</translation>
    </message>
    <message>
        <source>use</source>
        <translation>Verwendung</translation>
    </message>
    <message>
        <source>weight</source>
        <translation>Gewicht</translation>
    </message>
    <message>
        <source>days between visits</source>
        <translation>Tage zwischen Sitzungen</translation>
    </message>
    <message>
        <source>bits</source>
        <translation>Bit</translation>
    </message>
    <message>
        <source>out of use</source>
        <translation>außer Gebrauch</translation>
    </message>
    <message>
        <source>place on the plan</source>
        <translation>Platz auf dem Plan</translation>
    </message>
    <message>
        <source>outline</source>
        <translation>Umriss</translation>
    </message>
    <message>
        <source>kind</source>
        <translation>Art</translation>
    </message>
    <message>
        <source>certificate</source>
        <translation>Zertifikat</translation>
    </message>
    <message>
        <source>made</source>
        <translation>gebaut</translation>
    </message>
    <message>
        <source>certified</source>
        <translation>zertifiziert</translation>
    </message>
    <message>
        <source>accuracy of x and y</source>
        <translation>Genauigkeit von x und y</translation>
    </message>
    <message>
        <source>accuracy of luminance</source>
        <translation>Genauigkeit der Leuchtdichte</translation>
    </message>
    <message>
        <source>values</source>
        <translation>Werte</translation>
    </message>
    <message>
        <source>mark</source>
        <translation>Zeichen</translation>
    </message>
    <message>
        <source>A studio in a file has no roles: who may read the file may do everything.</source>
        <translation>Ein Studio in einer Datei hat keine Rollen: Wer die Datei lesen darf, darf alles.</translation>
    </message>
    <message>
        <source>Move it to a server first (store move).</source>
        <translation>Ziehen Sie es zuerst auf einen Server um (store move).</translation>
    </message>
    <message>
        <source>The server knows no user &quot;%1&quot;.</source>
        <translation>Der Server kennt keinen Benutzer „%1“.</translation>
    </message>
    <message>
        <source>%1 owns the studio and may do everything.</source>
        <translation>%1 gehört das Studio und darf alles.</translation>
    </message>
    <message>
        <source>Have the user made by whoever looks after the server (CREATE ROLE ... LOGIN).</source>
        <translation>Lassen Sie den Benutzer von dem anlegen, der sich um den Server kümmert (CREATE ROLE ... LOGIN).</translation>
    </message>
    <message>
        <source>The role could not be given.</source>
        <translation>Die Rolle konnte nicht vergeben werden.</translation>
    </message>
    <message>
        <source>%1 may %2 the studio %3.</source>
        <translation>%1 darf das Studio %3 %2.</translation>
    </message>
    <message>
        <source>read and measure in</source>
        <translation>lesen und darin messen</translation>
    </message>
    <message>
        <source>administer</source>
        <translation>verwalten</translation>
    </message>
    <message>
        <source>no longer use</source>
        <translation>nicht mehr benutzen</translation>
    </message>
    <message>
        <source>At least %1 people have to set it, %2 times each.</source>
        <translation>Mindestens %1 Personen müssen es einstellen, je %2-mal.</translation>
    </message>
    <message>
        <source>A setting is no number.</source>
        <translation>Eine Einstellung ist keine Zahl.</translation>
    </message>
    <message>
        <source>One of the displays cannot show the gray that both are to show.</source>
        <translation>Einer der Bildschirme kann das Grau nicht zeigen, das beide zeigen sollen.</translation>
    </message>
    <message>
        <source>To look like %1, white is set off from what is read of it by Δu′ %2, Δv′ %3 (± %4), luminance by %5 % (± %6).</source>
        <translation>Um wie %1 auszusehen, wird Weiß von dessen Messwert um Δu′ %2, Δv′ %3 (± %4) abgesetzt, die Leuchtdichte um %5 % (± %6).</translation>
    </message>
    <message>
        <source>%1 settings by %2 people; one person&apos;s scatter by %3 in u′v′.</source>
        <translation>%1 Einstellungen von %2 Personen; die einer Person streuen um %3 in u′v′.</translation>
    </message>
    <message>
        <source>The people see it differently: no offset suits both. Decide by whose eyes, or ask a third.</source>
        <translation>Die Personen sehen es verschieden: Kein Versatz passt beiden. Entscheiden Sie, wessen Augen gelten, oder fragen Sie eine dritte.</translation>
    </message>
    <message>
        <source>White is set off from what was read of %1 by Δu′ %2, Δv′ %3, luminance by %4 %, as people matched it by eye on %5.</source>
        <translation>Weiß ist vom Messwert von %1 um Δu′ %2, Δv′ %3 abgesetzt, die Leuchtdichte um %4 %, wie es am %5 nach Auge abgeglichen wurde.</translation>
    </message>
    <message>
        <source>It was matched by eye between %1 and %2, not between these.</source>
        <translation>Nach Auge abgeglichen wurde es zwischen %1 und %2, nicht zwischen diesen.</translation>
    </message>
    <message>
        <source>Give the one of this pair, or leave it out.</source>
        <translation>Geben Sie den dieses Paars an, oder lassen Sie es weg.</translation>
    </message>
    <message>
        <source>That is within its uncertainty: white stays as it is read.</source>
        <translation>Das liegt innerhalb seiner Unsicherheit: Weiß bleibt, wie es gemessen wird.</translation>
    </message>
    <message>
        <source>Grays, measured</source>
        <translation>Graustufen, gemessen</translation>
    </message>
    <message>
        <source>Saturation sweeps, measured</source>
        <translation>Sättigungsreihen, gemessen</translation>
    </message>
    <message>
        <source>Colours, measured</source>
        <translation>Farben, gemessen</translation>
    </message>
    <message>
        <source>Uniformity, measured</source>
        <translation>Gleichmäßigkeit, gemessen</translation>
    </message>
    <message>
        <source>Contrast, measured</source>
        <translation>Kontrast, gemessen</translation>
    </message>
    <message>
        <source>Stability, measured</source>
        <translation>Stabilität, gemessen</translation>
    </message>
    <message>
        <source>Modes of a display, measured</source>
        <translation>Modi eines Bildschirms, gemessen</translation>
    </message>
    <message>
        <source>The room&apos;s light, measured</source>
        <translation>Das Licht im Raum, gemessen</translation>
    </message>
    <message>
        <source>What is wrong with a display</source>
        <translation>Was mit einem Bildschirm nicht stimmt</translation>
    </message>
    <message>
        <source>Side by side, and which to take</source>
        <translation>Nebeneinander, und was zu nehmen ist</translation>
    </message>
    <message>
        <source>Display %1</source>
        <translation>Bildschirm %1</translation>
    </message>
    <message>
        <source>Cause</source>
        <translation>Ursache</translation>
    </message>
    <message>
        <source>Probability, %</source>
        <translation>Wahrscheinlichkeit, %</translation>
    </message>
    <message>
        <source>How strong</source>
        <translation>Wie stark</translation>
    </message>
    <message>
        <source>Nothing is wrong</source>
        <translation>Nichts ist falsch</translation>
    </message>
    <message>
        <source>None of these</source>
        <translation>Keine davon</translation>
    </message>
    <message>
        <source>A diagnosis says what is likely, by readings and by what is usual; it is no certificate.</source>
        <translation>Eine Diagnose sagt, was wahrscheinlich ist, nach Messungen und nach dem Üblichen; sie ist kein Zertifikat.</translation>
    </message>
    <message>
        <source>It was cut off: not all of it was read.</source>
        <translation>Sie wurde abgebrochen: Nicht alles wurde gemessen.</translation>
    </message>
    <message>
        <source>Compared</source>
        <translation>Verglichen</translation>
    </message>
    <message>
        <source>Largest</source>
        <translation>Größte</translation>
    </message>
    <message>
        <source>Uniformity ΔE00</source>
        <translation>Gleichmäßigkeit ΔE00</translation>
    </message>
    <message>
        <source>Shows of %1, %</source>
        <translation>Zeigt von %1, %</translation>
    </message>
    <message>
        <source>What of it</source>
        <translation>Was daran</translation>
    </message>
    <message>
        <source>By the rule: what has a patch beyond %1 ΔE00 is discarded; means closer than their uncertainty, or than %2, are equal; then the most uniform (equal within %3), then the largest gamut.</source>
        <translation>Nach der Regel: Was ein Feld über %1 ΔE00 hat, scheidet aus; Mittel, die näher als ihre Unsicherheit oder als %2 liegen, sind gleich; dann das gleichmäßigste (gleich innerhalb %3), dann der größte Farbumfang.</translation>
    </message>
    <message>
        <source>Means and largest are CIEDE2000 of the colours that were verified, each relative to its own white.</source>
        <translation>Mittel und größte sind CIEDE2000 der geprüften Farben, jede bezogen auf ihr eigenes Weiß.</translation>
    </message>
    <message>
        <source>A report is a file that ends in .pdf or .html, not &quot;%1&quot;.</source>
        <translation>Ein Bericht ist eine Datei, die auf .pdf oder .html endet, nicht „%1“.</translation>
    </message>
    <message>
        <source>Luminance is within its uncertainty and stays as it is read.</source>
        <translation>Die Leuchtdichte liegt innerhalb ihrer Unsicherheit und bleibt, wie sie gemessen wird.</translation>
    </message>
    <message>
        <source>The chromaticity is within its uncertainty and stays as it is read.</source>
        <translation>Die Farbart liegt innerhalb ihrer Unsicherheit und bleibt, wie sie gemessen wird.</translation>
    </message>
    <message>
        <source>Across, %</source>
        <translation>Quer, %</translation>
    </message>
    <message>
        <source>Down, %</source>
        <translation>Hinab, %</translation>
    </message>
    <message>
        <source>Luminance, % from the centre</source>
        <translation>Leuchtdichte, % von der Mitte</translation>
    </message>
    <message>
        <source>White Δu′v′</source>
        <translation>Weiß Δu′v′</translation>
    </message>
    <message>
        <source>White ΔE00</source>
        <translation>Weiß ΔE00</translation>
    </message>
    <message>
        <source>Gray ΔE00</source>
        <translation>Grau ΔE00</translation>
    </message>
    <message>
        <source>The display takes no such signal.</source>
        <translation>Der Bildschirm nimmt kein solches Signal.</translation>
    </message>
    <message>
        <source>The display takes no &quot;%1&quot; signal.</source>
        <translation>Der Bildschirm nimmt kein Signal „%1“.</translation>
    </message>
    <message>
        <source>It takes: %1.</source>
        <translation>Er nimmt: %1.</translation>
    </message>
    <message>
        <source>Use a bench whose display takes it (display.set_signal in docs/protocol.md).</source>
        <translation>Verwenden Sie einen Messplatz, dessen Bildschirm es nimmt (display.set_signal in docs/protocol.md).</translation>
    </message>
    <message>
        <source>It was asked to, and says that it stays in &quot;%1&quot;.</source>
        <translation>Er wurde darum gebeten und sagt, dass er bei „%1“ bleibt.</translation>
    </message>
    <message>
        <source>The display stood in the signal &quot;%1&quot;; a visit is of SDR, to which it was set.</source>
        <translation>Der Bildschirm stand auf dem Signal „%1“; eine Sitzung gilt SDR, worauf er gestellt wurde.</translation>
    </message>
    <message>
        <source>one of sdr, pq, hlg</source>
        <translation>eines von sdr, pq, hlg</translation>
    </message>
    <message>
        <source>two angles of at most %1 degrees</source>
        <translation>zwei Winkel von höchstens %1 Grad</translation>
    </message>
    <message>
        <source>High dynamic range</source>
        <translation>Hoher Dynamikumfang</translation>
    </message>
    <message>
        <source>From beside</source>
        <translation>Von der Seite</translation>
    </message>
    <message>
        <source>High dynamic range, measured</source>
        <translation>Hoher Dynamikumfang, gemessen</translation>
    </message>
    <message>
        <source>A display from beside, measured</source>
        <translation>Ein Bildschirm von der Seite, gemessen</translation>
    </message>
    <message>
        <source>The display could not be set back to the signal &quot;%1&quot;: %2. Set it by hand.</source>
        <translation>Der Bildschirm ließ sich nicht auf das Signal „%1“ zurückstellen: %2. Stellen Sie es von Hand ein.</translation>
    </message>
    <message>
        <source>No gray lies between ten times its black and where it falls behind: tracking is not judged.</source>
        <translation>Keine Graustufe liegt zwischen dem Zehnfachen seines Schwarz und da, wo er zurückbleibt: wie er folgt, ist nicht beurteilt.</translation>
    </message>
    <message>
        <source>It follows the signal to its end.</source>
        <translation>Er folgt dem Signal bis zu dessen Ende.</translation>
    </message>
    <message>
        <source>Full red, green and blue together give %1 % of white&apos;s light.</source>
        <translation>Volles Rot, Grün und Blau geben zusammen %1 % des Lichts von Weiß.</translation>
    </message>
    <message>
        <source>the signal is PQ or HLG</source>
        <translation>das Signal ist PQ oder HLG</translation>
    </message>
    <message numerus="yes">
        <source>%n grays</source>
        <translation>
            <numerusform>%n Graustufe</numerusform>
            <numerusform>%n Graustufen</numerusform>
        </translation>
    </message>
    <message>
        <source>White loses half of its light at %1° from the normal, in the direction where it does so first.</source>
        <translation>Weiß verliert die Hälfte seines Lichts bei %1° von der Senkrechten, in der Richtung, in der es zuerst geschieht.</translation>
    </message>
    <message>
        <source>Its colour has moved by 0.01 in u′v′ at %1°; by %2 at the worst.</source>
        <translation>Seine Farbe hat sich bei %1° um 0,01 in u′v′ bewegt, schlimmstenfalls um %2.</translation>
    </message>
    <message>
        <source>A middle gray beside its own white changes by at most %1 ΔE00.</source>
        <translation>Ein mittleres Grau neben seinem eigenen Weiß ändert sich um höchstens %1 ΔE00.</translation>
    </message>
    <message>
        <source>What the screen reflects of the room is in these readings: contrast is that of this room.</source>
        <translation>Was der Schirm vom Raum zurückwirft, ist in diesen Messungen: der Kontrast ist der in diesem Raum.</translation>
    </message>
    <message>
        <source>%1 only reads lying on the screen.</source>
        <translation>%1 misst nur auf dem Schirm liegend.</translation>
    </message>
    <message>
        <source>Use an instrument that looks at the screen from a distance, on a bench that says so (from_afar in docs/protocol.md).</source>
        <translation>Verwenden Sie ein Messgerät, das aus der Ferne auf den Schirm sieht, an einem Messplatz, der das sagt (from_afar in docs/protocol.md).</translation>
    </message>
    <message>
        <source>The instrument cannot read the room&apos;s light: contrast in it is not known.</source>
        <translation>Das Messgerät kann das Licht des Raums nicht lesen: der Kontrast darin ist nicht bekannt.</translation>
    </message>
    <message>
        <source>From the desk, in the room&apos;s light, black is %1 cd/m² and contrast %2 to one.</source>
        <translation>Vom Arbeitsplatz aus, im Licht des Raums, hat Schwarz %1 cd/m², der Kontrast ist %2 zu eins.</translation>
    </message>
    <message>
        <source>With %1 lx at the desk, and what the screen is said to reflect, contrast is %2 to one.</source>
        <translation>Mit %1 lx am Arbeitsplatz und dem, was der Schirm zurückwerfen soll, ist der Kontrast %2 zu eins.</translation>
    </message>
    <message>
        <source>With %1 lx at the desk contrast is between %2 and %3 to one, for a screen that reflects 0.5 to 4 %: say how much it does, or look at it from afar.</source>
        <translation>Mit %1 lx am Arbeitsplatz liegt der Kontrast zwischen %2 und %3 zu eins, für einen Schirm, der 0,5 bis 4 % zurückwirft: sagen Sie, wie viel, oder sehen Sie ihn aus der Ferne an.</translation>
    </message>
    <message>
        <source>Light by signal</source>
        <translation>Licht nach Signal</translation>
    </message>
    <message>
        <source>signal</source>
        <translation>Signal</translation>
    </message>
    <message>
        <source>light, as a PQ signal</source>
        <translation>Licht, als PQ-Signal</translation>
    </message>
    <message>
        <source>signal %1 %: %2 cd/m² wanted, %3 read, ΔE ITP %4</source>
        <translation>Signal %1 %: %2 cd/m² gewollt, %3 gemessen, ΔE ITP %4</translation>
    </message>
    <message>
        <source>peak %1 cd/m²</source>
        <translation>Spitze %1 cd/m²</translation>
    </message>
    <message>
        <source>Grays against the signal</source>
        <translation>Graustufen gegen das Signal</translation>
    </message>
    <message>
        <source>signal %1 %: ΔE ITP %2 ± %3</source>
        <translation>Signal %1 %: ΔE ITP %2 ± %3</translation>
    </message>
    <message>
        <source>White as it stays</source>
        <translation>Weiß, das stehen bleibt</translation>
    </message>
    <message>
        <source>Light from beside</source>
        <translation>Licht von der Seite</translation>
    </message>
    <message>
        <source>White from beside</source>
        <translation>Weiß von der Seite</translation>
    </message>
    <message>
        <source>Contrast from beside</source>
        <translation>Kontrast von der Seite</translation>
    </message>
    <message>
        <source>of what is seen from in front</source>
        <translation>dessen, was von vorn zu sehen ist</translation>
    </message>
    <message>
        <source>from the normal</source>
        <translation>von der Senkrechten</translation>
    </message>
    <message>
        <source>contrast</source>
        <translation>Kontrast</translation>
    </message>
    <message>
        <source>sideways</source>
        <translation>seitlich</translation>
    </message>
    <message>
        <source>up and down</source>
        <translation>auf und ab</translation>
    </message>
    <message>
        <source>%1 %2°: %3</source>
        <translation>%1 %2°: %3</translation>
    </message>
    <message>
        <source>Grays ΔE00</source>
        <translation>Graustufen ΔE00</translation>
    </message>
    <message>
        <source>Black cd/m²</source>
        <translation>Schwarz cd/m²</translation>
    </message>
    <message>
        <source>% of sRGB</source>
        <translation>% von sRGB</translation>
    </message>
    <message>
        <source>%1: how it stands</source>
        <translation>%1: wie er steht</translation>
    </message>
    <message>
        <source>in no room</source>
        <translation>in keinem Raum</translation>
    </message>
    <message>
        <source>There is no display %1.</source>
        <translation>Es gibt keinen Bildschirm %1.</translation>
    </message>
    <message>
        <source>Today it is: %1. Its next visit is due on %2 (%3).</source>
        <translation>Heute ist er: %1. Seine nächste Sitzung ist am %2 fällig (%3).</translation>
    </message>
    <message>
        <source>Today it is: %1.</source>
        <translation>Heute ist er: %1.</translation>
    </message>
    <message>
        <source>No visit of it is kept.</source>
        <translation>Keine Sitzung von ihm ist aufbewahrt.</translation>
    </message>
    <message>
        <source>Last: %1 on %2: %3, judged %4.</source>
        <translation>Zuletzt: %1 am %2: %3, beurteilt %4.</translation>
    </message>
    <message>
        <source>The most that it gives is %1 cd/m², and changes by %2 % a year (± %3).</source>
        <translation>Höchstens gibt er %1 cd/m², was sich um %2 % im Jahr ändert (± %3).</translation>
    </message>
    <message>
        <source>Its luminance at a setting, now %1 cd/m², changes by %2 % a year (± %3).</source>
        <translation>Seine Leuchtdichte bei einer Einstellung, jetzt %1 cd/m², ändert sich um %2 % im Jahr (± %3).</translation>
    </message>
    <message>
        <source>It holds its target until about %1 (90 %: %2 to %3); what ends it is %4.</source>
        <translation>Sein Ziel hält er bis etwa %1 (90 %: %2 bis %3); was es beendet, ist %4.</translation>
    </message>
    <message>
        <source>It holds its target until about %1; what ends it is %2.</source>
        <translation>Sein Ziel hält er bis etwa %1; was es beendet, ist %2.</translation>
    </message>
    <message>
        <source>Until when it holds its target cannot be told: %1.</source>
        <translation>Bis wann er sein Ziel hält, lässt sich nicht sagen: %1.</translation>
    </message>
    <message>
        <source>It is not foretold to lose its target within ten years.</source>
        <translation>Dass er sein Ziel binnen zehn Jahren verliert, ist nicht abzusehen.</translation>
    </message>
    <message>
        <source>Its menu was left at: %1.</source>
        <translation>Sein Menü blieb stehen bei: %1.</translation>
    </message>
    <message>
        <source>Measured with %1, %2; last certified: %3.</source>
        <translation>Gemessen mit %1, %2; zuletzt zertifiziert: %3.</translation>
    </message>
    <message>
        <source>%1 of before are not listed; the charts have them.</source>
        <translation>%1 von vorher sind nicht aufgeführt; die Diagramme haben sie.</translation>
    </message>
    <message numerus="yes">
        <source>%n lines</source>
        <translation>
            <numerusform>%n Zeile</numerusform>
            <numerusform>%n Zeilen</numerusform>
        </translation>
    </message>
    <message>
        <source>What visits found, with what their instruments left open; the certificate of a visit is a page of its own.</source>
        <translation>Was Sitzungen fanden, mit dem, was ihre Messgeräte offen ließen; das Zertifikat einer Sitzung ist eine eigene Seite.</translation>
    </message>
    <message>
        <source>White, from where it was first</source>
        <translation>Weiß, von da, wo es zuerst war</translation>
    </message>
    <message>
        <source>What it shows of the spaces</source>
        <translation>Was er von den Farbräumen zeigt</translation>
    </message>
    <message>
        <source>The LUT&apos;s steps alone make a mean of %1 ΔE00 of the grays.</source>
        <translation>Die Stufen der LUT allein machen im Mittel der Graustufen %1 ΔE00.</translation>
    </message>
    <message>
        <source>%1 from %2 to %3.</source>
        <translation>%1 von %2 auf %3. {1 ?} {2 ?}</translation>
    </message>
    <message>
        <source>thousandths</source>
        <translation>Tausendstel</translation>
    </message>
    <message>
        <source>left open, instrument</source>
        <translation>offen, Messgerät</translation>
    </message>
    <message>
        <source>left open, observer</source>
        <translation>offen, Beobachter</translation>
    </message>
    <message>
        <source>It shows %1.</source>
        <translation>Er zeigt %1.</translation>
    </message>
    <message>
        <source>Verdict: %1, %2.</source>
        <translation>Urteil: %1, %2.</translation>
    </message>
    <message>
        <source>observer</source>
        <translation>Beobachter</translation>
    </message>
    <message>
        <source>Where grays lie</source>
        <translation>Wo die Graustufen liegen</translation>
    </message>
    <message>
        <source>gray %1 %: %2</source>
        <translation>Grau %1 %: %2</translation>
    </message>
    <message>
        <source>Light by drive</source>
        <translation>Licht nach Ansteuerung</translation>
    </message>
    <message>
        <source>log₁₀ of drive in %</source>
        <translation>log₁₀ der Ansteuerung in %</translation>
    </message>
    <message>
        <source>log₁₀ of cd/m²</source>
        <translation>log₁₀ von cd/m²</translation>
    </message>
    <message>
        <source>gray %1 %: %2 cd/m², %3 wanted</source>
        <translation>Grau %1 %: %2 cd/m², gewollt %3</translation>
    </message>
    <message>
        <source>Light, from what is wanted</source>
        <translation>Licht gegen das Gewollte</translation>
    </message>
    <message>
        <source>more light</source>
        <translation>mehr Licht</translation>
    </message>
    <message>
        <source>gray %1 %: %2 %</source>
        <translation>Grau %1 %: %2 %</translation>
    </message>
    <message>
        <source>White through the visit</source>
        <translation>Weiß während der Sitzung</translation>
    </message>
    <message>
        <source>Differences in parts</source>
        <translation>Abweichungen in Teilen</translation>
    </message>
    <message>
        <source>%1: %2 %3</source>
        <translation>%1, %2 %3 {1:?}</translation>
    </message>
    <message>
        <source>colours, the worst first</source>
        <translation>Farben, die schlechteste zuerst</translation>
    </message>
    <message>
        <source>measured less wanted, CIELAB</source>
        <translation>gemessen weniger gewollt, CIELAB</translation>
    </message>
    <message>
        <source>How many are how far off</source>
        <translation>Wie viele wie weit abweichen</translation>
    </message>
    <message>
        <source>colours</source>
        <translation>Farben</translation>
    </message>
    <message>
        <source>95 % of all colours are within</source>
        <translation>95 % aller Farben liegen innerhalb</translation>
    </message>
    <message>
        <source>95 % of all colours are within %1 ΔE00, with 95 % confidence</source>
        <translation>95 % aller Farben liegen innerhalb %1 ΔE00, mit 95 % Vertrauen</translation>
    </message>
    <message>
        <source>Primaries in x, y</source>
        <translation>Primärfarben in x, y</translation>
    </message>
    <message>
        <source>The ramps</source>
        <translation>Die Rampen</translation>
    </message>
    <message>
        <source>What the ramps change</source>
        <translation>Was die Rampen ändern</translation>
    </message>
    <message>
        <source>more drive</source>
        <translation>mehr Ansteuerung</translation>
    </message>
    <message>
        <source>%1 at %2 %: %3 %</source>
        <translation>%1 bei %2 %: %3 %</translation>
    </message>
    <message>
        <source>Steps that become one</source>
        <translation>Stufen, die eine werden</translation>
    </message>
    <message>
        <source>codes of the LUT to the next</source>
        <translation>Codes der LUT zur nächsten</translation>
    </message>
    <message>
        <source>steps that become one</source>
        <translation>Stufen, die eine werden</translation>
    </message>
    <message>
        <source>%1 at %2 %: %3 codes</source>
        <translation>%1 bei %2 %: %3 Codes</translation>
    </message>
    <message numerus="yes">
        <source>%n steps</source>
        <translation>
            <numerusform>%n Stufe</numerusform>
            <numerusform>%n Stufen</numerusform>
        </translation>
    </message>
    <message>
        <source>crosses: %1 become one with the one before</source>
        <translation>Kreuze: %1 werden eins mit der vorigen</translation>
    </message>
    <message>
        <source>no step is lost</source>
        <translation>keine Stufe geht verloren</translation>
    </message>
    <message>
        <source>All of the screen gives %3 cd/m², %4 % of its best (%1 on %2 %).</source>
        <translation>Der ganze Schirm gibt %3 cd/m², %4 % seines Besten (%1 auf %2 %).</translation>
    </message>
    <message>
        <source>Grays: mean ΔE ITP %1 (± %2 as the instrument sees it, ± %3 for the standard observer), largest %4; luminance off by %5 % on average. Judged are %8, %6 to %7 cd/m².</source>
        <translation>Graustufen: Mittel ΔE ITP %1 (± %2, wie das Messgerät es sieht, ± %3 für den Normalbeobachter), größte %4; Leuchtdichte im Mittel um %5 % daneben. Beurteilt sind %8, %6 bis %7 cd/m².</translation>
    </message>
    <message>
        <source>It is 5 % behind the signal from %1 cd/m² on.</source>
        <translation>Ab %1 cd/m² bleibt er 5 % hinter dem Signal zurück.</translation>
    </message>
    <message>
        <source>It is 5 % behind the signal from %1 cd/m² on, and tells nothing apart above %2.</source>
        <translation>Ab %1 cd/m² bleibt er 5 % hinter dem Signal zurück, und über %2 unterscheidet er nichts mehr.</translation>
    </message>
    <message>
        <source>After %1 white gives %2 cd/m², %3 %.</source>
        <translation>Nach %1 gibt Weiß %2 cd/m², %3 %.</translation>
    </message>
    <message>
        <source>The grays warmed the panel: a gray moved by %1 % meanwhile, and readings of different times differ by as much.</source>
        <translation>Die Graustufen haben den Schirm erwärmt: ein Grau hat sich dabei um %1 % bewegt, und Messungen verschiedener Zeiten unterscheiden sich um so viel.</translation>
    </message>
    <message>
        <source>Ramps are loaded that were made for SDR, and may bend this signal as well: clear them and measure again where it tracks badly.</source>
        <translation>Geladen sind Rampen, die für SDR gemacht wurden und auch dieses Signal verbiegen können: entfernen Sie sie und messen Sie erneut, wenn er schlecht folgt.</translation>
    </message>
    <message>
        <source>%1 off by more than %2 ΔE00 were read again.</source>
        <translation>%1, um mehr als %2 ΔE00 daneben, wurden noch einmal gelesen.</translation>
    </message>
    <message>
        <source>No two readings agreed of: %1. They are left out; see that nothing moves, neither light nor instrument.</source>
        <translation>Keine zwei Messungen stimmten überein bei: %1. Sie sind weggelassen; sehen Sie nach, dass sich nichts bewegt, weder Licht noch Messgerät.</translation>
    </message>
    <message>
        <source>%1 takes its pictures as &quot;%2&quot;, high dynamic range: ordinary ones come out wrong in light and colour.</source>
        <translation>%1 nimmt seine Bilder als „%2“, mit hohem Dynamikumfang: gewöhnliche kommen in Licht und Farbe falsch heraus.</translation>
    </message>
    <message>
        <source>Turn high dynamic range off, at the computer and in the display&apos;s menu, and look again.</source>
        <translation>Schalten Sie hohen Dynamikumfang aus, am Rechner und im Menü des Bildschirms, und sehen Sie noch einmal nach.</translation>
    </message>
    <message>
        <source>Of %1 checks are kept here and no calibration: what it was left with is not known.</source>
        <translation>Von %1 sind hier Prüfungen aufbewahrt und keine Kalibrierung: womit er verlassen wurde, ist nicht bekannt.</translation>
    </message>
    <message>
        <source>they are of a signal of high dynamic range, or were read from a distance, and a profile is of neither</source>
        <translation>sie gehören zu einem Signal mit hohem Dynamikumfang oder wurden aus der Ferne gelesen, und ein Profil gilt keinem von beiden</translation>
    </message>
    <message>
        <source>%1 (%2) has no colours or grays to compare by the rule: look at each in the page Evidence</source>
        <translation>%1 (%2) hat keine Farben oder Graustufen, die nach der Regel zu vergleichen wären: sehen Sie jede auf der Seite der Belege an</translation>
    </message>
    <message>
        <source>White %1 cd/m², x %2, y %3: %4 %7 from the target&apos;s (± %5 as the instrument sees it, ± %6 for the standard observer).</source>
        <translation>Weiß %1 cd/m², x %2, y %3: %4 %7 vom Ziel (± %5, wie das Messgerät es sieht, ± %6 für den Normalbeobachter).</translation>
    </message>
    <message>
        <source>Grays: mean %1 %6 (± %2 as the instrument sees it, ± %3 for the standard observer), largest %4; gamma %5.</source>
        <translation>Graustufen: Mittel %1 %6 (± %2, wie das Messgerät es sieht, ± %3 für den Normalbeobachter), größte %4; Gamma %5.</translation>
    </message>
    <message>
        <source>%1: mean %2 %6 (± %3 as the instrument sees it, ± %4 for the standard observer), largest %5.</source>
        <translation>%1: Mittel %2 %6 (± %3, wie das Messgerät es sieht, ± %4 für den Normalbeobachter), größte %5.</translation>
    </message>
    <message>
        <source>%1: peak %2 cd/m² (± %3 % as the instrument sees it, ± %4 % for the standard observer) on a tenth of the screen, contrast %5 to one.</source>
        <translation>%1: Spitze %2 cd/m² (± %3 %, wie das Messgerät es sieht, ± %4 % für den Normalbeobachter) auf einem Zehntel des Schirms, Kontrast %5 zu eins.</translation>
    </message>
    <message>
        <source>%1: peak %2 cd/m² (± %3 % as the instrument sees it, ± %4 % for the standard observer) on a tenth of the screen, contrast at least %5 to one (black lies below what the instrument sees).</source>
        <translation>%1: Spitze %2 cd/m² (± %3 %, wie das Messgerät es sieht, ± %4 % für den Normalbeobachter) auf einem Zehntel des Schirms, Kontrast mindestens %5 zu eins (Schwarz liegt unter dem, was das Messgerät sieht).</translation>
    </message>
    <message>
        <source>Display P3 around a white of 203 cd/m², %6: mean ΔE ITP %1 (± %2 as the instrument sees it, ± %3 for the standard observer), largest %4 (%5).</source>
        <translation>Display P3 um ein Weiß von 203 cd/m², %6: Mittel ΔE ITP %1 (± %2, wie das Messgerät es sieht, ± %3 für den Normalbeobachter), größte %4 (%5).</translation>
    </message>
    <message>
        <source>White keeps more than half of its light to %1° sideways and %2° up and down.</source>
        <translation>Weiß behält bis %1° seitlich und %2° auf und ab mehr als die Hälfte seines Lichts.</translation>
    </message>
    <message>
        <source>Its colour moves by at most %1 in u′v′ to %2° sideways and %3° up and down.</source>
        <translation>Seine Farbe bewegt sich bis %2° seitlich und %3° auf und ab um höchstens %1 in u′v′.</translation>
    </message>
    <message>
        <source>From the desk, in the room&apos;s light, contrast is at least %1 to one: black lies below what the instrument sees.</source>
        <translation>Vom Arbeitsplatz aus, im Licht des Raums, ist der Kontrast mindestens %1 zu eins: Schwarz liegt unter dem, was das Messgerät sieht.</translation>
    </message>
    <message>
        <source>With %1 lx at the desk, and what the screen is said to reflect, contrast is between %2 and %3 to one: black itself lies below what the instrument sees.</source>
        <translation>Mit %1 lx am Arbeitsplatz und dem, was der Schirm zurückwerfen soll, liegt der Kontrast zwischen %2 und %3 zu eins: Schwarz selbst liegt unter dem, was das Messgerät sieht.</translation>
    </message>
    <message>
        <source>Beside that the display was out of tolerance on %1.</source>
        <translation>Außerdem war der Monitor am %1 außerhalb der Toleranz.</translation>
    </message>
    <message>
        <source>Nobody has looked at the display since %1.</source>
        <translation>Seit dem %1 hat niemand nach dem Monitor gesehen.</translation>
    </message>
    <message>
        <source>When it was checked on %1 white stood %2 ΔE00 from its target, towards %3.</source>
        <translation>Bei der Prüfung am %1 stand Weiß %2 ΔE00 neben seinem Ziel, und zwar gegen %3.</translation>
    </message>
    <message>
        <source>orange</source>
        <translation>Orange</translation>
    </message>
    <message>
        <source>yellow</source>
        <translation>Gelb</translation>
    </message>
    <message>
        <source>yellow-green</source>
        <translation>Gelbgrün</translation>
    </message>
    <message>
        <source>blue-green</source>
        <translation>Blaugrün</translation>
    </message>
    <message>
        <source>violet</source>
        <translation>Violett</translation>
    </message>
    <message>
        <source>magenta</source>
        <translation>Magenta</translation>
    </message>
    <message>
        <source>Yes: between %1 and %2 white moved by %3 ΔE00 and luminance by %4 %.</source>
        <translation>Ja: Zwischen dem %1 und dem %2 hat sich Weiß um %3 ΔE00 und die Leuchtdichte um %4 % bewegt.</translation>
    </message>
    <message>
        <source>The desktop&apos;s keyring did not help: %1.</source>
        <translation>Der Schlüsselbund der Arbeitsfläche half nicht: %1.</translation>
    </message>
    <message>
        <source>it did not answer</source>
        <translation>er antwortete nicht</translation>
    </message>
    <message>
        <source>Write the password into ~/.pgpass, which only you can read, or give it anew at each start.</source>
        <translation>Das Passwort in ~/.pgpass schreiben, die nur Sie lesen können, oder es bei jedem Start neu angeben.</translation>
    </message>
    <message>
        <source>Give the password at Studio, Where it is kept: the desktop&apos;s keyring keeps it; or write it into ~/.pgpass.</source>
        <translation>Das Passwort unter Studio, Wo es aufbewahrt wird, angeben: Der Schlüsselbund der Arbeitsfläche behält es; oder es in ~/.pgpass schreiben.</translation>
    </message>
    <message>
        <source>Have each studio made by an owner of its own (CREATE ROLE), who administers it alone.</source>
        <translation>Jedes Studio von einem eigenen Besitzer anlegen lassen (CREATE ROLE), der es allein verwaltet.</translation>
    </message>
    <message>
        <source>A studio %1 is there, but not for you.</source>
        <translation>Ein Studio %1 gibt es dort, aber nicht für Sie.</translation>
    </message>
    <message>
        <source>Ask who owns it for a role there (dutiful-lamp-cli store grant).</source>
        <translation>Dessen Besitzer um eine Rolle darin bitten (dutiful-lamp-cli store grant).</translation>
    </message>
    <message>
        <source>A file is one studio: only a server&apos;s database holds several.</source>
        <translation>Eine Datei ist ein Studio: Mehrere hält nur die Datenbank eines Servers.</translation>
    </message>
    <message>
        <source>No studio is there that you may look at.</source>
        <translation>Dort ist kein Studio, das Sie ansehen dürfen.</translation>
    </message>
    <message>
        <source>the database&apos;s own</source>
        <translation>das der Datenbank selbst</translation>
    </message>
    <message>
        <source>Have whoever looks after the server write: GRANT %1 TO %2; then try again, or leave it at that.</source>
        <translation>Wer den Server betreut, schreibe: GRANT %1 TO %2; dann noch einmal versuchen, oder es dabei lassen.</translation>
    </message>
    <message>
        <source>As they are none can be recommended: each has a colour off by more than %1, or was not measured. To calibrate and profile: %2, which keeps most of what that cannot give back (%3 cd/m² and %4 : 1 at the wanted white).</source>
        <translation>So wie sie sind, kann keiner empfohlen werden: Jeder hat eine Farbe, die um mehr als %1 abweicht, oder wurde nicht gemessen. Zum Kalibrieren und Profilieren: %2, der am meisten von dem behält, was das nicht zurückgeben kann (%3 cd/m² und %4 : 1 beim gewünschten Weiß).</translation>
    </message>
    <message>
        <source>%1 back to %2</source>
        <translation>%1 zurück auf %2</translation>
    </message>
    <message>
        <source>Set %1, then make a check.</source>
        <translation>%1 stellen, dann eine Prüfung machen.</translation>
    </message>
    <message>
        <source>White from its target, ΔE00</source>
        <translation>Weiß von seinem Ziel, ΔE00</translation>
    </message>
    <message>
        <source>Calibrate and profile it in %1 (measured %2).</source>
        <translation>In %1 kalibrieren und profilieren (gemessen %2).</translation>
    </message>
    <message>
        <source>calibrated</source>
        <translation>kalibriert</translation>
    </message>
    <message>
        <source>checked</source>
        <translation>geprüft</translation>
    </message>
    <message>
        <source>All places are within %1 % of the centre&apos;s luminance (%2).</source>
        <translation>Alle Stellen liegen innerhalb von %1 % der Leuchtdichte der Mitte (%2).</translation>
    </message>
    <message>
        <source>Not all places are within %1 % of the centre&apos;s luminance (%2).</source>
        <translation>Nicht alle Stellen liegen innerhalb von %1 % der Leuchtdichte der Mitte (%2).</translation>
    </message>
    <message>
        <source>Whether all places are within %1 % of the centre&apos;s luminance (%2) the readings leave open.</source>
        <translation>Ob alle Stellen innerhalb von %1 % der Leuchtdichte der Mitte liegen (%2), lassen die Messungen offen.</translation>
    </message>
    <message>
        <source>White and gray are everywhere within %1 ΔE00 of the centre&apos;s (%2).</source>
        <translation>Weiß und Grau liegen überall innerhalb von %1 ΔE00 der Mitte (%2).</translation>
    </message>
    <message>
        <source>White and gray are not everywhere within %1 ΔE00 of the centre&apos;s (%2).</source>
        <translation>Weiß und Grau liegen nicht überall innerhalb von %1 ΔE00 der Mitte (%2).</translation>
    </message>
    <message>
        <source>Whether white and gray are everywhere within %1 ΔE00 of the centre&apos;s (%2) the readings leave open.</source>
        <translation>Ob Weiß und Grau überall innerhalb von %1 ΔE00 der Mitte liegen (%2), lassen die Messungen offen.</translation>
    </message>
    <message>
        <source>ISO 12646:2015</source>
        <translation>ISO 12646:2015</translation>
    </message>
    <message>
        <source>a limit of one&apos;s own</source>
        <translation>eine eigene Grenze</translation>
    </message>
    <message>
        <source>As they are none can be recommended: each has a colour off by more than %1, or was not measured. To calibrate and profile: %2, which keeps most of what that cannot give back (%3 cd/m² and at least %4 : 1 at the wanted white).</source>
        <translation>So wie sie sind, kann keiner empfohlen werden: Jeder hat eine Farbe, die um mehr als %1 abweicht, oder wurde nicht gemessen. Zum Kalibrieren und Profilieren: %2, der am meisten von dem behält, was das nicht zurückgeben kann (%3 cd/m² und mindestens %4 : 1 beim gewünschten Weiß).</translation>
    </message>
    <message>
        <source>Mode and instrument are as before; what the menu said then or now is not known.</source>
        <translation>Modus und Messgerät sind wie zuvor; was das Menü damals oder jetzt sagte, ist nicht bekannt.</translation>
    </message>
    <message>
        <source>Limits of evenness are 0.1 to 100 % and 0.1 to 100 ΔE00; whose they are is said in 200 bytes at most.</source>
        <translation>Grenzen der Gleichmäßigkeit sind 0,1 bis 100 % und 0,1 bis 100 ΔE00; wessen sie sind, wird in höchstens 200 Bytes gesagt.</translation>
    </message>
    <message numerus="yes">
        <source>%n rows say the same as another one in every column that is used, and count once.</source>
        <translation>
            <numerusform>%n Zeile sagt in jeder benutzten Spalte dasselbe wie eine andere und zählt nur einmal.</numerusform>
            <numerusform>%n Zeilen sagen in jeder benutzten Spalte dasselbe wie eine andere und zählen nur einmal.</numerusform>
        </translation>
    </message>
    <message numerus="yes">
        <source>%n rows are later than the day that is asked about, and are not looked at.</source>
        <translation>
            <numerusform>%n Zeile liegt nach dem Tag, nach dem gefragt ist, und wird nicht beachtet.</numerusform>
            <numerusform>%n Zeilen liegen nach dem Tag, nach dem gefragt ist, und werden nicht beachtet.</numerusform>
        </translation>
    </message>
    <message>
        <source>Most of the history lies beyond today: what is told is told of its last day, %1; --on asks about another.</source>
        <translation>Der größte Teil des Verlaufs liegt in der Zukunft: gesagt wird, was an seinem letzten Tag gilt, %1; --on fragt nach einem anderen.</translation>
    </message>
    <message>
        <source>its last visit</source>
        <translation>seine letzte Sitzung</translation>
    </message>
    <message>
        <source>%1 owns other studios or tables of this server as well: whoever administered this studio would administer them all.</source>
        <translation>%1 gehören noch andere Studios oder Tabellen dieses Servers: Wer dieses Studio verwaltete, verwaltete sie alle.</translation>
    </message>
    <message>
        <source>%1, who owns this studio, may do everything on this server: so might whoever administered the studio.</source>
        <translation>%1, dem dieses Studio gehört, darf auf diesem Server alles: So dürfte es auch, wer das Studio verwaltete.</translation>
    </message>
    <message>
        <source>Nothing says how far it is between %1: it counts as next door, and the round may take longer.</source>
        <translation>Nirgends steht, wie weit es zwischen %1 ist: es zählt als nebenan, und der Rundgang kann länger dauern.</translation>
    </message>
    <message>
        <source>The folder %1 holds other files.</source>
        <translation>Im Ordner %1 liegen andere Dateien.</translation>
    </message>
    <message>
        <source>Choose an empty folder, or that of an earlier export.</source>
        <translation>Einen leeren Ordner oder den eines früheren Exports wählen.</translation>
    </message>
    <message>
        <source>%1 is a link to another place.</source>
        <translation>%1 ist ein Verweis auf einen anderen Ort.</translation>
    </message>
    <message>
        <source>What was written so far stays.</source>
        <translation>Was bisher geschrieben wurde, bleibt.</translation>
    </message>
    <message>
        <source>%1 is not a studio of this program: %2.</source>
        <translation>%1 ist kein Studio dieses Programms: %2.</translation>
    </message>
    <message>
        <source>not a plain file</source>
        <translation>keine gewöhnliche Datei</translation>
    </message>
    <message>
        <source>another program&apos;s journal lies beside the file</source>
        <translation>neben der Datei liegt das Journal eines anderen Programms</translation>
    </message>
    <message>
        <source>the file is no database</source>
        <translation>die Datei ist keine Datenbank</translation>
    </message>
    <message>
        <source>the file ends within its first hundred bytes</source>
        <translation>die Datei endet in ihren ersten hundert Bytes</translation>
    </message>
    <message>
        <source>the database belongs to another program</source>
        <translation>die Datenbank gehört einem anderen Programm</translation>
    </message>
    <message>
        <source>the %1 %2 is none of this program&apos;s</source>
        <translation>%2 (%1) stammt nicht von diesem Programm</translation>
    </message>
    <message>
        <source>the %1 %2 differs from this program&apos;s</source>
        <translation>%2 (%1) ist anders als bei diesem Programm</translation>
    </message>
    <message>
        <source>visit</source>
        <translation>Sitzung</translation>
    </message>
    <message>
        <source>end</source>
        <translation>Ende</translation>
    </message>
    <message>
        <source>Open the window: it offers to set the file aside and to begin a new studio.</source>
        <translation>Das Fenster öffnen: Es bietet an, die Datei beiseitezulegen und ein neues Studio zu beginnen.</translation>
    </message>
    <message>
        <source>its verdict is not the one that its figures and limits give</source>
        <translation>ihr Urteil ist nicht das, das ihre Werte und Grenzen ergeben</translation>
    </message>
    <message>
        <source>%1 cannot be read: %2</source>
        <translation>%1 ist nicht lesbar: %2</translation>
    </message>
    <message>
        <source>%1: the list says &quot;%2&quot;, the figures say &quot;%3&quot;</source>
        <translation>%1: Die Liste sagt „%2“, die Werte sagen „%3“</translation>
    </message>
    <message>
        <source>Choose another file.</source>
        <translation>Eine andere Datei wählen.</translation>
    </message>
    <message>
        <source>Another monitor may report the same identity (EDID). The profile stays with connector %1.</source>
        <translation>Ein anderer Monitor kann dieselbe Kennung (EDID) melden. Das Profil bleibt beim Anschluss %1.</translation>
    </message>
    <message>
        <source>No display has the serial number or name &quot;%1&quot;.</source>
        <translation>Kein Bildschirm hat die Seriennummer oder den Namen „%1“.</translation>
    </message>
    <message>
        <source>%2 displays are called &quot;%1&quot;.</source>
        <translation>%2 Bildschirme heißen „%1“.</translation>
    </message>
    <message>
        <source>Add the display first (fleet add), or correct the name.</source>
        <translation>Fügen Sie den Bildschirm zuerst hinzu (fleet add), oder berichtigen Sie den Namen.</translation>
    </message>
    <message>
        <source>Give its serial number, or its identity as &quot;fleet export&quot; writes it (#…).</source>
        <translation>Geben Sie seine Seriennummer an oder seine Kennung, wie „fleet export“ sie schreibt (#…).</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is no serial number: it is a display&apos;s number in another list, and may be any display here.</source>
        <translation>„%1“ ist keine Seriennummer, sondern die Nummer eines Bildschirms in einer anderen Liste; hier kann es jeder sein.</translation>
    </message>
    <message>
        <source>Write the display&apos;s serial number instead.</source>
        <translation>Schreiben Sie stattdessen die Seriennummer des Bildschirms.</translation>
    </message>
    <message>
        <source>%1 does not say which display it is of.</source>
        <translation>%1 sagt nicht, zu welchem Bildschirm es gehört.</translation>
    </message>
    <message>
        <source>%1 names the display %2, not &quot;%3&quot;.</source>
        <translation>%1 nennt den Bildschirm %2, nicht „%3“.</translation>
    </message>
    <message>
        <source>Leave out --as, or give the file of that display.</source>
        <translation>Lassen Sie --as weg, oder geben Sie die Datei dieses Bildschirms an.</translation>
    </message>
    <message>
        <source>%1 names no serial number, and these displays of its model have none either: %2.</source>
        <translation>%1 nennt keine Seriennummer, und diese Bildschirme des Modells haben auch keine: %2.</translation>
    </message>
    <message>
        <source>Say which one with --as, or add a new display first (fleet add).</source>
        <translation>Sagen Sie mit --as, welcher es ist, oder fügen Sie zuerst einen neuen Bildschirm hinzu (fleet add).</translation>
    </message>
    <message>
        <source>Say which display with --as SERIAL or --as NAME.</source>
        <translation>Sagen Sie mit --as SERIENNUMMER oder --as NAME, welcher Bildschirm es ist.</translation>
    </message>
    <message>
        <source>%1: a visit of %2, for the display &quot;%3&quot;</source>
        <translation>%1: ein Besuch von %2, für den Bildschirm „%3“</translation>
    </message>
    <message>
        <source>Visits continued on both sides: %1. The copy&apos;s part becomes a visit of its own.</source>
        <translation>Auf beiden Seiten fortgesetzte Besuche: %1. Der Teil der Kopie wird ein eigener Besuch.</translation>
    </message>
    <message>
        <source>Moves and other events</source>
        <translation>Umzüge und andere Ereignisse</translation>
    </message>
    <message>
        <source>photograph</source>
        <translation>Fotografie</translation>
    </message>
    <message>
        <source>measurement</source>
        <translation>Messung</translation>
    </message>
    <message>
        <source>caption</source>
        <translation>Bildunterschrift</translation>
    </message>
    <message>
        <source>removed</source>
        <translation>entfernt</translation>
    </message>
    <message>
        <source>The server went away while storing, so it is not known whether this is stored.</source>
        <translation>Der Server fiel beim Speichern aus, daher ist nicht bekannt, ob dies gespeichert ist.</translation>
    </message>
    <message>
        <source>Look whether it is there before you repeat it.</source>
        <translation>Sehen Sie nach, ob es da ist, bevor Sie es wiederholen.</translation>
    </message>
    <message>
        <source>the light that it gives for the colour &quot;%1&quot; is not among its readings</source>
        <translation>das Licht, das er für die Farbe „%1“ angibt, ist nicht unter seinen Messwerten</translation>
    </message>
    <message>
        <source>the colour &quot;%1&quot; is said to be off by ΔE %2, and its reading gives ΔE %3</source>
        <translation>die Farbe „%1“ soll um ΔE %2 abweichen, und ihr Messwert ergibt ΔE %3</translation>
    </message>
    <message>
        <source>mean and largest difference are said to be ΔE %1 and %2, and its readings give ΔE %3 and %4</source>
        <translation>mittlerer und größter Unterschied sollen ΔE %1 und %2 sein, und seine Messwerte ergeben ΔE %3 und %4</translation>
    </message>
    <message>
        <source>Further findings of this kind: %1.</source>
        <translation>Weitere Befunde dieser Art: %1.</translation>
    </message>
    <message>
        <source>%1 has no identity that tells it from others.</source>
        <translation>%1 hat keine Kennung, die es von anderen unterscheidet.</translation>
    </message>
    <message>
        <source>%1 does not match its checksum (SHA-256).</source>
        <translation>%1 passt nicht zu seiner Prüfsumme (SHA-256).</translation>
    </message>
    <message>
        <source>Profile number %1</source>
        <translation>Profil Nummer %1</translation>
    </message>
    <message>
        <source>Ramps number %1</source>
        <translation>Rampen Nummer %1</translation>
    </message>
    <message>
        <source>Measurement number %1</source>
        <translation>Messung Nummer %1</translation>
    </message>
    <message>
        <source>Photograph number %1</source>
        <translation>Fotografie Nummer %1</translation>
    </message>
    <message>
        <source>Visit %1 contradicts its readings: %2.</source>
        <translation>Besuch %1 widerspricht seinen Messwerten: %2.</translation>
    </message>
    <message>
        <source>Visit %1: the figures in the list are not those of its record.</source>
        <translation>Besuch %1: Die Zahlen in der Liste sind nicht die seiner Aufzeichnung.</translation>
    </message>
    <message>
        <source>%1: its status is not what its last visit left.</source>
        <translation>%1: Sein Stand ist nicht, was sein letzter Besuch hinterließ.</translation>
    </message>
    <message>
        <source>%1: rows of history that were changed after they were written: %2.</source>
        <translation>%1: Zeilen der Vorgeschichte, die nach dem Schreiben geändert wurden: %2.</translation>
    </message>
    <message>
        <source>%1: an event of an unknown kind.</source>
        <translation>%1: ein Ereignis unbekannter Art.</translation>
    </message>
    <message>
        <source>a row of %1 points to a row of %2 that is not there</source>
        <translation>eine Zeile von %1 verweist auf eine Zeile von %2, die es nicht gibt</translation>
    </message>
    <message>
        <source>Waiting for the server, up to %1 s…</source>
        <translation>Warten auf den Server, bis zu %1 s…</translation>
    </message>
    <message>
        <source>Visits in the copy of which only figures were kept stay there: %1</source>
        <translation>Sitzungen der Kopie, von denen nur Zahlen aufgehoben wurden, bleiben dort: %1</translation>
    </message>
    <message>
        <source>a figure that it is judged by is said to be %1 %3, and its readings give %2 %3</source>
        <translation>ein Wert, nach dem er beurteilt wird, soll %1 %3 sein, und seine Messungen ergeben %2 %3</translation>
    </message>
    <message>
        <source>a white of %1 cd/m² is not among its readings</source>
        <translation>ein Weiß von %1 cd/m² ist nicht unter seinen Messungen</translation>
    </message>
    <message>
        <source>the light that it gives for the gray of %1 % is not among its readings</source>
        <translation>das Licht, das sie für das Grau von %1 % angibt, ist nicht unter seinen Messungen</translation>
    </message>
    <message>
        <source>the gray of %1 % is said to be off by ΔE %2, and its reading gives ΔE %3</source>
        <translation>das Grau von %1 % soll um ΔE %2 abweichen, und seine Messung ergibt ΔE %3</translation>
    </message>
    <message>
        <source>mean and largest gray difference are said to be ΔE %1 and %2; its readings give ΔE %3 and %4</source>
        <translation>mittlere und größte Abweichung der Graustufen sollen ΔE %1 und %2 sein, und die Messungen ergeben ΔE %3 und %4</translation>
    </message>
    <message>
        <source>That lies below brightness %1, the lowest that was tried, which gives %2 cd/m².</source>
        <translation>Das liegt unter Helligkeit %1, der niedrigsten, die probiert wurde; sie gibt %2 cd/m².</translation>
    </message>
    <message>
        <source>That lies above brightness %1, the highest that was tried, which gives %2 cd/m².</source>
        <translation>Das liegt über Helligkeit %1, der höchsten, die probiert wurde; sie gibt %2 cd/m².</translation>
    </message>
    <message>
        <source>That lies between brightness %1 (%2 cd/m²) and %3 (%4 cd/m²); nothing between them was tried.</source>
        <translation>Das liegt zwischen Helligkeit %1 (%2 cd/m²) und %3 (%4 cd/m²); dazwischen wurde nichts probiert.</translation>
    </message>
    <message>
        <source>The profile is within tolerance</source>
        <translation>Das Profil liegt in der Toleranz</translation>
    </message>
    <message>
        <source>The profile is out of tolerance</source>
        <translation>Das Profil liegt außerhalb der Toleranz</translation>
    </message>
    <message>
        <source>It does not follow the signal: it gives %1 to %2 times the light that is asked for, from step to step.</source>
        <translation>Er folgt dem Signal nicht: je nach Stufe gibt er das %1- bis %2-Fache des verlangten Lichts.</translation>
    </message>
    <message>
        <source>Full red, green and blue together give %1 % of white&apos;s light; HLG asks for %2 %.</source>
        <translation>Volles Rot, Grün und Blau geben zusammen %1 % des Lichts von Weiß; HLG verlangt %2 %.</translation>
    </message>
    <message>
        <source>drive %1, %2, %3 %</source>
        <translation>Ansteuerung %1, %2, %3 %</translation>
    </message>
    <message>
        <source>The verdict is of the profile alone: the display was left as it is.</source>
        <translation>Das Urteil gilt nur dem Profil: der Bildschirm blieb, wie er ist.</translation>
    </message>
    <message>
        <source>This display has no ramps that grays could be set by.</source>
        <translation>Dieser Bildschirm hat keine Rampen, mit denen Graustufen eingestellt werden könnten.</translation>
    </message>
    <message>
        <source>Not judged: %1.</source>
        <translation>Nicht beurteilt: %1.</translation>
    </message>
    <message>
        <source>luminance, %1 cd/m² where the target has %2</source>
        <translation>Leuchtdichte, %1 cd/m², wo das Ziel %2 hat</translation>
    </message>
    <message>
        <source>luminance, %1 cd/m², since the target has none</source>
        <translation>Leuchtdichte, %1 cd/m², da das Ziel keine nennt</translation>
    </message>
    <message>
        <source>white, ΔE00 %1 off the target&apos;s</source>
        <translation>Weiß, um ΔE00 %1 neben dem des Ziels</translation>
    </message>
    <message>
        <source>white, since the target has none</source>
        <translation>Weiß, da das Ziel keines nennt</translation>
    </message>
    <message>
        <source>grays, ΔE00 %1 off on average, %2 at most</source>
        <translation>Graustufen, im Mittel um ΔE00 %1 daneben, höchstens um %2</translation>
    </message>
    <message>
        <source>White at %1 cd/m² is bright for a room of %2 lux: about %3 would fit. Shadows look lighter here than elsewhere.</source>
        <translation>Weiß mit %1 cd/m² ist hell für einen Raum mit %2 Lux: etwa %3 würden passen. Schatten wirken hier heller als anderswo.</translation>
    </message>
    <message>
        <source>Reading %1 (%2) does not fit the others and was left out: %3 cd/m², where the others give about %4.</source>
        <translation>Messung %1 (%2) passt nicht zu den übrigen und wurde weggelassen: %3 cd/m², wo die übrigen etwa %4 ergeben.</translation>
    </message>
    <message>
        <source>reading %1 (%2) does not fit the others: %3 cd/m², where the others give about %4; it was read only once</source>
        <translation>Messung %1 (%2) passt nicht zu den übrigen: %3 cd/m², wo die übrigen etwa %4 ergeben; sie wurde nur einmal gemacht</translation>
    </message>
    <message>
        <source>Verdict on the profile: %1 (%2)</source>
        <translation>Urteil über das Profil: %1 (%2)</translation>
    </message>
    <message>
        <source>%1 (Enter: go on; q: stop)</source>
        <translation>%1 (Eingabe: weiter; q: aufhören)</translation>
    </message>
    <message>
        <source>%1 (Enter: it stands there; q: stop)</source>
        <translation>%1 (Eingabe: steht dort; q: aufhören)</translation>
    </message>
    <message>
        <source>%1 (Enter: try again; q: stop)</source>
        <translation>%1 (Eingabe: noch einmal; q: aufhören)</translation>
    </message>
    <message>
        <source>Which controls does the menu have, and where do they stand? Such as: brightness 50, red 100 (Enter: none; q: stop)</source>
        <translation>Welche Regler hat das Menü, und wo stehen sie? Etwa: brightness 50, red 100 (Eingabe: keine; q: aufhören)</translation>
    </message>
    <message>
        <source>Nobody was there to turn this display&apos;s controls: the ramps do all of it.</source>
        <translation>Niemand war da, um die Regler dieses Bildschirms zu stellen: die Rampen tun alles.</translation>
    </message>
    <message>
        <source>The display&apos;s menu was not turned: ramps take %1 % of its light. Repeat the visit with a person at the display.</source>
        <translation>Das Menü des Bildschirms wurde nicht verstellt: die Rampen nehmen %1 % seines Lichts. Wiederholen Sie die Sitzung mit jemandem am Bildschirm.</translation>
    </message>
    <message>
        <source>The display&apos;s menu was not turned. Repeat the visit with a person at the display.</source>
        <translation>Das Menü des Bildschirms wurde nicht verstellt. Wiederholen Sie die Sitzung mit jemandem am Bildschirm.</translation>
    </message>
    <message>
        <source>By this table %1 is darker than black: L* %2, where black has %3.</source>
        <translation>Nach dieser Tabelle ist %1 dunkler als Schwarz: L* %2, wo Schwarz %3 hat.</translation>
    </message>
    <message>
        <source>By this table more drive gives less light: from %1 on by %2 L*.</source>
        <translation>Nach dieser Tabelle gibt mehr Ansteuerung weniger Licht: ab %1 um %2 L*.</translation>
    </message>
    <message>
        <source>drive %1, %2, %3 of 255</source>
        <translation>Ansteuerung %1, %2, %3 von 255</translation>
    </message>
    <message>
        <source>This is not the display that it began with: %1 then, %2 now.</source>
        <translation>Das ist nicht der Bildschirm, mit dem es begann: damals %1, jetzt %2.</translation>
    </message>
    <message>
        <source>Connect the one that is meant, and measure again.</source>
        <translation>Schließen Sie den gemeinten an und messen Sie noch einmal.</translation>
    </message>
    <message>
        <source>The display changed its mode meanwhile: &quot;%1&quot; then, &quot;%2&quot; now.</source>
        <translation>Der Bildschirm hat inzwischen den Modus gewechselt: damals „%1“, jetzt „%2“.</translation>
    </message>
    <message>
        <source>Set the mode that is meant, and measure again.</source>
        <translation>Stellen Sie den gemeinten Modus ein und messen Sie noch einmal.</translation>
    </message>
    <message>
        <source>That cannot be read: a name and a number each. A control that does not end at 100: brightness 180/255.</source>
        <translation>Das ist nicht lesbar: je ein Name und eine Zahl. Ein Regler, der nicht bei 100 endet: brightness 180/255.</translation>
    </message>
    <message>
        <source>Nobody was there to turn this display&apos;s controls: they stand as they were found.</source>
        <translation>Niemand war da, um die Regler dieses Bildschirms zu stellen: sie stehen, wie sie vorgefunden wurden.</translation>
    </message>
    <message>
        <source>%1 cannot happen to %2: it lacks the control or the mode for it.</source>
        <translation>%1 kann %2 nicht widerfahren: Regler oder Modus dafür fehlt.</translation>
    </message>
    <message>
        <source>Choose another display, or another mishap.</source>
        <translation>Wählen Sie einen anderen Bildschirm oder ein anderes Missgeschick.</translation>
    </message>
    <message>
        <source>A certificate is made of a whole visit; %1 does not hold one.</source>
        <translation>Ein Zertifikat entsteht aus einer ganzen Sitzung; %1 enthält keine.</translation>
    </message>
    <message>
        <source>`visit --whole` and `import --whole` write whole-visit.json; a studio&apos;s come by `fleet export`.</source>
        <translation>`visit --whole` und `import --whole` schreiben whole-visit.json; die eines Studios kommen durch `fleet export`.</translation>
    </message>
    <message>
        <source>a number above 0, at most %1</source>
        <translation>eine Zahl über 0, höchstens %1</translation>
    </message>
    <message>
        <source>The file cannot be used: it has a field &quot;%1&quot;, which means nothing there. Known are: %2.</source>
        <translation>Die Datei ist nicht verwendbar: sie hat ein Feld &quot;%1&quot;, das dort nichts bedeutet. Bekannt sind: %2.</translation>
    </message>
    <message>
        <source>Whether displays agree takes two of them that were visited and profiled; there are %1.</source>
        <translation>Ob Bildschirme übereinstimmen, braucht zwei mit Sitzung und Profil; es gibt %1.</translation>
    </message>
    <message>
        <source>Name the visits of two or more, or bring them into the studio.</source>
        <translation>Nennen Sie die Sitzungen von zweien oder mehr, oder bringen Sie sie ins Studio.</translation>
    </message>
    <message>
        <source>The folder %1 cannot be read to its end.</source>
        <translation>Der Ordner %1 ist nicht bis zum Ende lesbar.</translation>
    </message>
    <message>
        <source>In the folder %1 lies no register, history, whole visit or measurement.</source>
        <translation>Im Ordner %1 liegt kein Verzeichnis, keine Historie, keine ganze Sitzung und keine Messung.</translation>
    </message>
    <message>
        <source>Name its files one by one; `visit --whole` writes a whole visit.</source>
        <translation>Nennen Sie seine Dateien einzeln; `visit --whole` schreibt eine ganze Sitzung.</translation>
    </message>
    <message>
        <source>%1: photographs are not brought in by files; add them on the display&apos;s card.</source>
        <translation>%1: Fotos kommen nicht durch Dateien herein; fügen Sie sie auf der Karte des Bildschirms hinzu.</translation>
    </message>
    <message>
        <source>%1, by %2</source>
        <translation>%1, durch %2</translation>
    </message>
    <message>
        <source>of two instruments no report is made; --json gives all figures</source>
        <translation>von zwei Messgeräten entsteht kein Bericht; --json gibt alle Zahlen</translation>
    </message>
    <message>
        <source>Both may be wrong by that much, so neither is shown to be wrong; displays set by one and by the other would not look alike. Correct one to the other.</source>
        <translation>Beide können sich um so viel irren, also ist keines überführt; Bildschirme, nach dem einen und nach dem anderen eingestellt, sähen nicht gleich aus. Korrigieren Sie eines nach dem anderen.</translation>
    </message>
    <message>
        <source>That holds with the profile&apos;s ramps: they were not loaded any more, and were loaded for this check.</source>
        <translation>Das gilt mit den Kalibrierkurven des Profils: sie waren nicht mehr geladen und wurden für diese Prüfung geladen.</translation>
    </message>
    <message>
        <source>The profile is that of %1, and this display is %2: its ramps are not loaded. Colours are verified by it as asked.</source>
        <translation>Das Profil ist das von %1, und dieser Bildschirm ist %2: seine Kalibrierkurven werden nicht geladen. Farben werden wie verlangt nach ihm geprüft.</translation>
    </message>
    <message>
        <source>luminance as the display stands</source>
        <translation>Leuchtdichte, wie der Bildschirm steht</translation>
    </message>
    <message>
        <source>Brightness stays as it stands, as the target wants it; white is %1 cd/m².</source>
        <translation>Die Helligkeit bleibt, wie sie steht, so will es das Ziel; Weiß hat %1 cd/m².</translation>
    </message>
    <message>
        <source>Automatic brightness, night colours, screen saver and power saving off; menu at factory settings.</source>
        <translation>Automatische Helligkeit, Nachtfarben, Bildschirmschoner und Energiesparen aus; Menü auf Werkseinstellung.</translation>
    </message>
    <message>
        <source>The panel does nothing by itself</source>
        <translation>Das Panel tut nichts von selbst</translation>
    </message>
    <message>
        <source>Dimming of still pictures and logos, pixel shift and refresh off: they change light while it is read.</source>
        <translation>Abdunkeln von Standbildern und Logos, Pixelverschiebung und -auffrischung aus: sie ändern das Licht, während es gelesen wird.</translation>
    </message>
    <message>
        <source>Local dimming and dynamic contrast off: a backlight that follows the picture makes of every patch another display.</source>
        <translation>Lokales Dimmen und dynamischer Kontrast aus: ein Hintergrundlicht, das dem Bild folgt, macht aus jedem Feld einen anderen Bildschirm.</translation>
    </message>
    <message>
        <source>Automatic iris, dynamic contrast and eco mode off: they change the lamp&apos;s light while it is read.</source>
        <translation>Automatische Blende, dynamischer Kontrast und Sparmodus aus: sie ändern das Licht der Lampe, während es gelesen wird.</translation>
    </message>
    <message>
        <source>Local dimming, dynamic contrast, dimming of still pictures and pixel shift off, as far as it has them.</source>
        <translation>Lokales Dimmen, dynamischer Kontrast, Abdunkeln von Standbildern und Pixelverschiebung aus, soweit er sie hat.</translation>
    </message>
    <message>
        <source>Switched on again</source>
        <translation>Wieder eingeschaltet</translation>
    </message>
    <message>
        <source>Dimming of still pictures and logos, pixel shift, screen saver: without them this panel burns in.</source>
        <translation>Abdunkeln von Standbildern und Logos, Pixelverschiebung, Bildschirmschoner: ohne sie brennt dieses Panel ein.</translation>
    </message>
    <message>
        <source>Screen saver and power saving; local dimming only where people work with it.</source>
        <translation>Bildschirmschoner und Energiesparen; lokales Dimmen nur, wo man damit arbeitet.</translation>
    </message>
    <message>
        <source>Power saving, and what protects the lamp.</source>
        <translation>Energiesparen und was die Lampe schützt.</translation>
    </message>
    <message>
        <source>Screen saver, power saving, and what protects the panel.</source>
        <translation>Bildschirmschoner, Energiesparen und was das Panel schützt.</translation>
    </message>
    <message>
        <source>due in %1</source>
        <translation>fällig in %1</translation>
    </message>
</context>
</TS>
