// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "base/json.h"

#include "base/embedded.h"
#include "base/golden_section.h"
#include "base/result.h"
#include "base/text.h"

#include <clocale>
#include <limits>

namespace base_test {

using namespace lamp;

class TestBase : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Source: the Unicode Standard, 3.9, table 3-7 (well-formed UTF-8) and its examples of what is none.
    void textIsReadSignBySign()
    {
        const auto points = [](const std::string &text) {
            std::vector<char32_t> all;
            for (size_t at = 0; at < text.size();) {
                all.push_back(nextCodePoint(text, at));
            }
            return all;
        };
        QVERIFY((points("A\u00e9\u20ac\U0001F426") == std::vector<char32_t>{'A', 0xE9, 0x20AC, 0x1F426}));
        for (const char *none :
             {"\xC0\x80", "\xE0\x80\x80", "\xED\xA0\x80", "\xF4\x90\x80\x80", "\xF8\x88\x80\x80\x80", "\x80", "\xE2\x82", "\xFF"}) {
            QVERIFY2(points(none).front() == 0xFFFD, none);
            QVERIFY(nlohmann::json::accept("\"" + validUtf8(none) + "\""));
        }
        QCOMPARE(shown("a\x1b[2J\u202eb\u0085c\nd\u2066e"), std::string("a[2Jbc\nde"));
        QCOMPARE(shownLine("a\n\tb"), std::string("a  b"));
        QCOMPARE(shownLine("\u20ac\u20ac\u20ac", 7), std::string("\u20ac\u20ac"));
    }

    void jsonFromOutsideIsHeldToLimits()
    {
        QVERIFY(parseJson(std::string(50, '[') + std::string(50, ']')).ok());
        QVERIFY(parseJson(std::string(64, '[') + std::string(64, ']')).ok() && !parseJson(std::string(65, '[') + std::string(65, ']')).ok());
        // Signs within texts are no lists; an escaped quotation mark ends none.
        QVERIFY(parseJson("[\"" + std::string(90, '[') + "\\\"" + std::string(90, '{') + "\", 1]").ok());
        QVERIFY(parseJson("[\"\\\\\", " + std::string(63, '[') + std::string(63, ']') + "]").ok());
        for (const std::string &bad : {std::string(100000, '['), std::string(100, '[') + std::string(100, ']'), std::string("{\"a\": 1e999}"),
                                       std::string("{"), std::string(), std::string("\"\xFF\"")}) {
            QVERIFY(!parseJson(bad).ok());
            QVERIFY(!parseJson(bad).error().what.empty());
        }
        const std::string text = jsonText(nlohmann::json{{"a", "x\u202ey\u0085\xFF"}});
        QCOMPARE(text, std::string("{\"a\":\"x\\u202ey\\u0085\uFFFD\"}"));
        QVERIFY(std::isnan(numberOrNaN(nlohmann::json(nullptr))) && numberOrNaN(nlohmann::json(2.5)) == 2.5);
    }

    void numbersOfAnySizeAreWhole()
    {
        QCOMPARE(fixed(1e300, 2).size(), size_t(304));
        QVERIFY(fixed(-1.7e308, 6).find('\0') == std::string::npos);
    }

    void numbersHaveAPointWhateverTheLocale()
    {
        std::setlocale(LC_ALL, "de_DE.UTF-8");
        QCOMPARE(fixed(1234.5, 2), std::string("1234.50"));
        QCOMPARE(fixed(-0.0001, 2), std::string("0.00"));
        QCOMPARE(fixed(-0.006, 2), std::string("-0.01"));
        QCOMPARE(fixed(std::numeric_limits<double>::quiet_NaN(), 1), std::string("n/a"));
        QCOMPARE(fixed(std::numeric_limits<double>::infinity(), 1), std::string("n/a"));
        std::setlocale(LC_ALL, "C");
    }

    // Source: ISO 8601; days counted by the proleptic Gregorian calendar (Qt's QDateTime as the outside check).
    void timesGoBothWays()
    {
        for (const char *text : {"2031-03-04T09:12:00Z", "1999-12-31T23:59:59Z", "2024-02-29T00:00:01Z"}) {
            const WallTime t = fromIsoTime(text);
            QCOMPARE(isoTime(t), std::string(text));
            QCOMPARE(qint64(t.time_since_epoch().count()), QDateTime::fromString(text, Qt::ISODate).toSecsSinceEpoch());
        }
        QCOMPARE(fromIsoTime("no time"), WallTime{});
        QCOMPARE(fromIsoTime("2023-02-30T00:00:00Z"), WallTime{});
    }

    void spansReadAsPeopleSayThem()
    {
        QCOMPARE(spanText(7.6), std::string("8 s"));
        QCOMPARE(spanText(60), std::string("1 min"));
        QCOMPARE(spanText(1330), std::string("22 min 10 s"));
        QCOMPARE(spanText(7260), std::string("2 h 1 min"));
        QCOMPARE(spanText(-3), std::string("0 s"));
    }

    void resultsHoldAValueOrAnError()
    {
        const Result<int> good = 3;
        QVERIFY(good.ok() && *good == 3);
        const Result<int> bad = Error{ErrorKind::Input, verbatim("It broke."), verbatim("All is safe."), verbatim("Mend it."), "x", false};
        QVERIFY(!bad);
        QCOMPARE(english(bad.error()), std::string("It broke. All is safe. Mend it."));
        QVERIFY_EXCEPTION_THROWN((void)bad.value(), std::bad_variant_access);
    }

    void embeddedFilesAreThereAndOthersAreNot()
    {
        QVERIFY(embedded("targets.json").starts_with("["));
        QVERIFY(embedded("colour/observer-1931-2deg.csv").find("555,0.512050") != std::string_view::npos);
        QVERIFY_EXCEPTION_THROWN((void)embedded("nothing.json"), std::out_of_range);
    }

    void goldenSectionFindsTheValley()
    {
        QVERIFY(std::abs(lamp::leastBetween(0, 5, 1e-7, [](double x) { return (x - 2.2) * (x - 2.2); }) - 2.2) < 1e-6);
        QVERIFY(std::abs(lamp::leastBetween(-1, 1, 1e-7, [](double x) { return std::abs(x + 0.25); }) + 0.25) < 1e-6);
        QVERIFY(lamp::leastBetween(0, 1, 1e-7, [](double x) { return x; }) < 1e-6); // at the edge
    }
};

LAMP_TEST(base, TestBase)

} // namespace base_test
#include "test_base.moc"
