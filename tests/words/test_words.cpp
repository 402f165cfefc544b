// SPDX-License-Identifier: GPL-3.0-or-later
#include "support.h"

#include "base/embedded.h"
#include "base/json.h"
#include "calibrate/target.h"
#include "english.h"
#include "judge/tolerance.h"
#include "words/catalogue.h"

#include <QDirIterator>
#include <QTranslator>
#include <QXmlStreamReader>

namespace words_test {

using namespace lamp;

namespace {

struct Said {
    QString code, file;
    int arguments = 0;
};

/// How many arguments stand between a place behind the code and the bracket that closes the call.
int argumentsAt(const QString &source, qsizetype at)
{
    int depth = 1, count = 0;
    bool quoted = false;
    for (; at < source.size() && depth > 0; ++at) {
        const QChar c = source[at];
        if (quoted) {
            at += c == '\\' ? 1 : 0;
            quoted = c != '"';
            continue;
        }
        quoted = c == '"';
        depth += c == '(' || c == '{' || c == '[' ? 1 : (c == ')' || c == '}' || c == ']' ? -1 : 0);
        count += c == ',' && depth == 1 ? 1 : 0;
    }
    return count;
}

QMap<QString, QString> sources()
{
    QMap<QString, QString> all;
    QDirIterator files(QStringLiteral(LAMP_SOURCES), {"*.cpp", "*.h"}, QDir::Files, QDirIterator::Subdirectories);
    while (files.hasNext()) {
        QFile f(files.next());
        if (f.open(QIODevice::ReadOnly)) {
            all[QDir(QStringLiteral(LAMP_SOURCES)).relativeFilePath(f.fileName())] = QString::fromUtf8(f.readAll());
        }
    }
    return all;
}

/// Every say("code", ...) and say(condition ? "code" : "code", ...) of the sources.
std::vector<Said> everythingSaid()
{
    static const QRegularExpression plain(R"(\bsay\(\s*\x22([^\x22]+)\x22\s*(?=[,)]))"),
        chosen(R"(\bsay\([^\x22();]*\?\s*\x22([^\x22]+)\x22\s*:\s*\x22([^\x22]+)\x22\s*(?=[,)]))");
    std::vector<Said> all;
    const auto texts = sources();
    for (auto it = texts.begin(); it != texts.end(); ++it) {
        for (const QRegularExpression *e : {&plain, &chosen}) {
            for (auto matches = e->globalMatch(it.value()); matches.hasNext();) {
                const auto m = matches.next();
                const int arguments = argumentsAt(it.value(), m.capturedEnd(e->captureCount()) + 1);
                for (int i = 1; i <= e->captureCount(); ++i) {
                    all.push_back({m.captured(i), it.key(), arguments});
                }
            }
        }
    }
    return all;
}

std::vector<Sentence> catalogued()
{
    std::vector<Sentence> all;
    for (const auto part :
         {catalogue::files(), catalogue::studio(), catalogue::fleet(), catalogue::desktop(), catalogue::bench(), catalogue::visit(),
          catalogue::profiles(), catalogue::report(), catalogue::commands(), catalogue::survey(), catalogue::diagnosis(), catalogue::answers()}) {
        all.insert(all.end(), part.begin(), part.end());
    }
    return all;
}

/// The places in a sentence, with %n standing for the first argument.
QSet<int> placesOf(const QString &text)
{
    QSet<int> all;
    for (qsizetype i = 0; i + 1 < text.size(); ++i) {
        if (text[i] == '%' && (text[i + 1].isDigit() || text[i + 1] == 'n')) {
            all.insert(text[i + 1] == 'n' ? 1 : text[i + 1].digitValue());
        }
    }
    return all;
}

/// These are put together from a part that is a name in files.
bool madeOfAName(const QString &code)
{
    static constexpr std::array<const char *, 15> kBegin{"point-panel-", "point-on-again-", "task-",        "effort-", "verdict-",
                                                         "merge-kind-",  "merge-field-",    "merge-count-", "role-",   "figure-",
                                                         "cause-",       "cure-",           "fact-",        "test-",   "measurement-"};
    return std::any_of(kBegin.begin(), kBegin.end(), [&](const char *b) { return code.startsWith(QLatin1String(b)); });
}

} // namespace

class TestWords : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void cleanup() { QVERIFY(Language::choose("en")); }

    // What the core can say has a sentence with as many places as it is given arguments.
    void everythingSaidIsInTheCatalogue()
    {
        const auto said = everythingSaid();
        QVERIFY2(said.size() > 500, qPrintable(QString::number(said.size())));
        const QSet<QString> special{"verbatim", "sentences", "clauses", "listed", "patch-named", "shipped-named", "control-named"};
        for (const Said &s : said) {
            if (special.contains(s.code) || s.code.endsWith('-')) {
                continue;
            }
            const Sentence *sentence = sentenceOf(s.code.toStdString());
            QVERIFY2(sentence != nullptr, qPrintable(s.file + ": " + s.code));
            const auto places = placesOf(QString::fromUtf8(sentence->text));
            QVERIFY2(places.size() == s.arguments,
                     qPrintable(QStringLiteral("%1: %2 has %3 places and %4 arguments").arg(s.file, s.code).arg(places.size()).arg(s.arguments)));
        }
    }

    // No sentence is kept that nothing says, and none is there twice.
    void everySentenceIsSaid()
    {
        QString all;
        const auto texts = sources();
        for (auto it = texts.begin(); it != texts.end(); ++it) {
            all += it.key().startsWith("words/") ? QString() : it.value();
        }
        // What records of version 7 say, and no program of today.
        const QSet<QString> ofBefore{"check-within",       "check-beyond",     "check-too-close",           "white-is",
                                     "room-light-summary", "as-found-summary", "as-found-luminance-summary"};
        QSet<QString> seen;
        for (const Sentence &s : catalogued()) {
            const QString code = s.code;
            QVERIFY2(!seen.contains(code), s.code);
            seen.insert(code);
            QVERIFY2(madeOfAName(code) || code == "not-available" || ofBefore.contains(code) || all.contains('"' + code + '"'), s.code);
        }
    }

    // A sentence in a room below words/ would be one that is never translated.
    void theCoreSaysNoSentences()
    {
        static const QRegularExpression sentence(R"(\x22[A-Z][^\x22\n]* [a-z]+ [^\x22\n]*[a-z0-9)]\.\x22)");
        const QSet<QString> above{"app", "cli", "report", "words", "simlab"};
        const auto texts = sources();
        for (auto it = texts.begin(); it != texts.end(); ++it) {
            if (above.contains(it.key().section('/', 0, 0))) {
                continue;
            }
            for (auto matches = sentence.globalMatch(it.value()); matches.hasNext();) {
                const QString found = matches.next().captured();
                QVERIFY2(found.contains("Free to use and pass on"), qPrintable(it.key() + ": " + found)); // a profile's copyright
            }
        }
    }

    void everySentenceIsTranslated()
    {
        QVERIFY(Language::choose("de"));
        QTranslator *german = Language::translators().front();
        for (const Sentence &s : catalogued()) {
            const QString english = QString::fromUtf8(s.text);
            for (const int n : s.one != nullptr ? std::vector<int>{1, 2} : std::vector<int>{-1}) {
                const QString text = german->translate("words", s.text, nullptr, n);
                QVERIFY2(!text.isEmpty(), s.code);
                QCOMPARE(placesOf(text), placesOf(english));
                QVERIFY2(s.one == nullptr || text.contains("%n"), s.code);
            }
            QVERIFY2(s.one == nullptr || placesOf(QString::fromUtf8(s.one)) == placesOf(english), s.code);
        }
        for (const auto &[context, words] :
             {std::pair{"patch", patchWords()}, std::pair{"data", dataSentences()}, std::pair{"control", controlNames()}}) {
            for (const char *w : words) {
                QVERIFY2(!german->translate(context, w).isEmpty(), w);
            }
        }
    }

    // What ships as data is shown in the language too: its texts are among those to translate.
    void shippedDataIsTranslated()
    {
        const auto known = [](std::span<const char *const> list, const std::string &text) {
            return std::any_of(list.begin(), list.end(), [&](const char *w) { return w == text; });
        };
        for (const Target &t : builtInTargets()) {
            QVERIFY2(known(dataSentences(), t.name) && known(dataSentences(), t.why), t.name.c_str());
        }
        for (const Tolerance &t : builtInTolerances()) {
            QVERIFY2(known(dataSentences(), t.name) && known(dataSentences(), t.why), t.name.c_str());
        }
        const auto colours = nlohmann::json::parse(embedded("verification.json"));
        for (const char *group : {"memory", "surface"}) {
            for (const auto &c : colours[group]) {
                QVERIFY2(known(patchWords(), c["name"].get<std::string>()), c["name"].get<std::string>().c_str());
            }
        }
    }

    // Labels, help and dialogs: lupdate itself finds nothing that is new, changed or gone.
    void nothingIsUntranslated()
    {
        QTemporaryDir dir;
        const QString copy = dir.filePath("lamp_de.ts");
        QVERIFY(QFile::copy(QStringLiteral(LAMP_SOURCES "/words/translations/lamp_de.ts"), copy));
        QProcess lupdate;
        lupdate.start(QStringLiteral(LAMP_LUPDATE), {"-silent", "-locations", "none", "-tr-function-alias", "translate+=phrase", "-recursive",
                                                     QStringLiteral(LAMP_SOURCES), "-ts", copy});
        QVERIFY(lupdate.waitForFinished(60000) && lupdate.exitCode() == 0);
        const QByteArray told = lupdate.readAllStandardError();
        QVERIFY2(!told.contains("lacks Q_OBJECT"), told);
        QFile file(copy);
        QVERIFY(file.open(QIODevice::ReadOnly));
        QXmlStreamReader xml(&file);
        QString source;
        int messages = 0;
        while (!xml.atEnd()) {
            xml.readNext();
            if (xml.isStartElement() && xml.name() == QStringLiteral("source")) {
                source = xml.readElementText();
                ++messages;
            } else if (xml.isStartElement() && xml.name() == QStringLiteral("translation")) {
                const QString type = xml.attributes().value("type").toString();
                QVERIFY2(type.isEmpty(), qPrintable(type + ": " + source));
                const QString text = xml.readElementText(QXmlStreamReader::IncludeChildElements);
                QVERIFY2(!text.trimmed().isEmpty(), qPrintable(source));
                QVERIFY2(source.count('&') == 0 || text.count('&') == source.count('&'), qPrintable(source));
            }
        }
        QVERIFY2(messages > 1000 && !xml.hasError(), qPrintable(QString::number(messages)));
    }

    void numbersPluralsAndDatesFollowTheLanguage()
    {
        const Message m = say("warm-up-stable", lasting(83), say("count-readings", 4), decimal(224.25, 1));
        QCOMPARE(worded(m), QString("Stable after 1 min 23 s (4 readings), white at 224.3 cd/m²"));
        QCOMPARE(worded(say("count-readings", 1)), QString("1 reading"));
        QCOMPARE(worded(say("count-readings", 0)), QString("0 readings"));
        QCOMPARE(wordedDay(fromIsoTime("2031-03-04T12:12:00Z")), QString("4 March 2031"));
        QCOMPARE(wordedNumber(-0.0004, 2), QString("0.00"));
        QCOMPARE(wordedNumber(std::nan(""), 2), QString("n/a"));
        QVERIFY(Language::choose("de_DE"));
        QCOMPARE(worded(m), QString("Stabil nach 1 min 23 s (4 Messungen), Weiß bei 224,3 cd/m²"));
        QCOMPARE(worded(say("count-readings", 1)), QString("1 Messung"));
        QCOMPARE(wordedDay(fromIsoTime("2031-03-04T12:12:00Z")), QString("4. März 2031"));
        QCOMPARE(wordedNumber(12345.6, 1), QString("12345,6"));
        QCOMPARE(patchName("gray 50 %, again"), QString("Grau 50 %, wiederholt"));
        QCOMPARE(patchName("a patch of ours"), QString("a patch of ours"));
        QCOMPARE(shippedText("Photo"), QString("Foto"));
        QCOMPARE(worded(say("set-control-to", controlNamed("brightness"), decimal(47, 0))), QString("Helligkeit auf 47 stellen."));
        QCOMPARE(worded(say("set-control-to", controlNamed("warp"), decimal(47, 0))), QString("warp auf 47 stellen."));
        QCOMPARE(shippedText("Our own"), QString("Our own"));
        // What goes into files does not.
        QCOMPARE(plainEnglish(m), std::string("Stable after 1 min 23 s (4 readings), white at 224.3 cd/m²"));
        QVERIFY(!Language::choose("tlh"));
        QCOMPARE(Language::tag(), QString("de"));
    }

    void whatComesFromOutsideStaysAsItIs()
    {
        // Places in an argument are not filled, and a code of a later version is not lost.
        QCOMPARE(worded(say("who-says", "100 %1 %n", "%2")), QString("100 %1 %n: %2"));
        QCOMPARE(worded(say("said-in-the-future", "x", 3)), QString("said-in-the-future(\"x\", 3)"));
        QCOMPARE(worded(Message{"count-readings", {}}), QString(" readings"));
        QCOMPARE(worded(say("cannot-read", "/a", verbatim("No such file."))), QString("Cannot read /a: No such file."));
        QVERIFY(worded(Message{}).isEmpty() && verbatim("").empty() && sentences({{}, {}}).empty());
        QCOMPARE(worded(sentences({say("nothing-changed"), {}, say("check-name")})), QString("Nothing was changed. Check the name."));
    }

    void messagesGoThroughFiles()
    {
        const Message m = sentences({say("who-says", "Tern\"\n", decimal(1.25, 2)), say("count-days", 3),
                                     Message{"x", {Lasting{83.5}, Day{fromIsoTime("2031-03-04T00:00:00Z")}, Decimal{std::nan(""), 1}}}});
        const Message back = messageFrom(messageJson(m));
        QCOMPARE(bare(back), bare(m));
        QCOMPARE(worded(back), worded(m));
        QVERIFY(messageFrom(messageJson(say("count-days", 3))) == say("count-days", 3));
        QVERIFY(!(say("count-days", 3) == say("count-days", 4)) && !(say("count-days", 3) == say("count-readings", 3)));
        // Only as exact as it is said.
        QCOMPARE(messageJson(say("x", decimal(0.123456, 2))).dump(), std::string(R"({"arguments":[[0.12,2]],"code":"x"})"));
        // A sentence of an earlier version is taken as it stands.
        QCOMPARE(worded(messageFrom(nlohmann::json("White moved."))), QString("White moved."));
        QVERIFY(messageFrom(nlohmann::json("")).empty());
        nlohmann::json deep = "x";
        for (int i = 0; i < 40; ++i) {
            deep = {{"code", "who-says"}, {"arguments", {deep, {{"code", "a"}, {"arguments", {deep}}}}}};
            if (i > 14) {
                break;
            }
        }
        QVERIFY_EXCEPTION_THROWN(messageFrom(deep), std::exception);
        for (const char *bad : {"3", "[]", "{}", R"({"code":3})", R"({"code":"x","arguments":[[1,99]]})", R"({"code":"x","arguments":[[1]]})",
                                R"({"code":"x","arguments":[{"seconds":"long"}]})", R"({"code":"x","arguments":[true]})"}) {
            QVERIFY_EXCEPTION_THROWN(messageFrom(nlohmann::json::parse(bad)), std::exception);
        }
    }
};

LAMP_TEST(words, TestWords)

} // namespace words_test
#include "test_words.moc"
