// SPDX-License-Identifier: GPL-3.0-or-later
#include "words/words.h"

#include "base/text.h"
#include "words/catalogue.h"

#include <QDateTime>
#include <QHash>
#include <QTranslator>

#include <algorithm>
#include <cmath>

namespace lamp {

namespace {

/// How arguments become text, for people in the language in use or for files.
struct Style {
    const QTranslator *translator; ///< nothing: English as it stands
    QLocale locale;
};

Style forPeople()
{
    const auto all = Language::translators();
    return {all.isEmpty() ? nullptr : all.front(), Language::locale()};
}

Style forFiles()
{
    return {nullptr, QLocale::c()};
}

QString translated(const Style &style, const char *context, const char *text, int n = -1)
{
    const QString found = style.translator != nullptr ? style.translator->translate(context, text, nullptr, n) : QString();
    return found.isEmpty() ? QString::fromUtf8(text) : found;
}

QString render(const Message &message, const Style &style);

QString number(double value, int places, const Style &style)
{
    if (!std::isfinite(value)) {
        return render(say("not-available"), style);
    }
    const QString text = style.locale.toString(value, 'f', places);
    // What rounds to nothing has no sign.
    const bool nothing = std::none_of(text.begin(), text.end(), [](QChar c) { return c.isDigit() && c != u'0'; });
    return nothing && text.startsWith(style.locale.negativeSign()) ? text.mid(style.locale.negativeSign().size()) : text;
}

QString day(WallTime t, const Style &style)
{
    const QDate date = QDateTime::fromSecsSinceEpoch(t.time_since_epoch().count()).date();
    switch (style.locale.language()) {
    case QLocale::C: return date.toString(Qt::ISODate);
    case QLocale::German: return style.locale.toString(date, QStringLiteral("d. MMMM yyyy"));
    default: return style.locale.toString(date, QStringLiteral("d MMMM yyyy"));
    }
}

QString patch(const std::string &name, const Style &style)
{
    QStringList parts = QString::fromStdString(name).split(QStringLiteral(", "));
    for (QString &part : parts) {
        // "gray 50 %": the word is translated, what follows is figures. A phrase that is known as a whole goes first.
        const QString whole = translated(style, "patch", part.toUtf8().constData());
        const qsizetype space = part.indexOf(u' ');
        part = whole != part || space < 0 ? whole : translated(style, "patch", part.left(space).toUtf8().constData()) + part.mid(space);
    }
    return parts.join(QStringLiteral(", "));
}

struct ArgumentText {
    const Style &style;

    /// Texts come from devices, files and servers: signs that steer a terminal or turn the writing are not passed on.
    QString operator()(const std::string &text) const { return QString::fromStdString(shown(text)); }
    QString operator()(std::int64_t n) const { return style.locale.toString(qlonglong(n)); }
    QString operator()(const Decimal &d) const { return number(d.value, d.places, style); }
    QString operator()(const Lasting &s) const { return QString::fromStdString(spanText(s.seconds)); }
    QString operator()(const Day &d) const { return day(d.at, style); }
    QString operator()(const Message &m) const { return render(m, style); }
};

QString joined(const Message &message, const QString &separator, const Style &style)
{
    QStringList all;
    for (const Argument &a : message.arguments) {
        all << std::visit(ArgumentText{style}, a.value());
    }
    return all.join(separator);
}

/// Puts arguments into their places. What they hold is not looked at again.
QString filled(const QString &text, const QStringList &arguments, const QString &count)
{
    QString out;
    for (qsizetype i = 0; i < text.size(); ++i) {
        const QChar next = i + 1 < text.size() ? text[i + 1] : QChar();
        if (text[i] == u'%' && next == u'n') {
            out += count;
            ++i;
        } else if (text[i] == u'%' && next.isDigit() && next.digitValue() >= 1 && next.digitValue() <= arguments.size()) {
            out += arguments[next.digitValue() - 1];
            ++i;
        } else if (text[i] != u'.' || !out.endsWith(u'.')) {
            out += text[i]; // a sentence within a sentence has its full stop already
        }
    }
    return out;
}

QString render(const Message &message, const Style &style)
{
    if (message.code.empty()) {
        return {};
    }
    if (message.code == "sentences" || message.code == "clauses" || message.code == "listed") {
        return joined(message,
                      message.code == "sentences" ? QStringLiteral(" ") : (message.code == "clauses" ? QStringLiteral("; ") : QStringLiteral(", ")),
                      style);
    }
    if (message.code == "patch-named" && !message.arguments.empty()) {
        return patch(std::visit(ArgumentText{style}, message.arguments.front().value()).toStdString(), style);
    }
    if ((message.code == "shipped-named" || message.code == "control-named") && !message.arguments.empty()) {
        return translated(style, message.code == "shipped-named" ? "data" : "control",
                          std::visit(ArgumentText{style}, message.arguments.front().value()).toUtf8().constData());
    }
    const Sentence *sentence = sentenceOf(message.code);
    if (sentence == nullptr) {
        return QString::fromStdString(bare(message)); // of a later version of the program
    }
    QStringList arguments;
    for (const Argument &a : message.arguments) {
        arguments << std::visit(ArgumentText{style}, a.value());
    }
    if (sentence->one == nullptr) {
        return filled(translated(style, "words", sentence->text), arguments, {});
    }
    const auto *n = message.arguments.empty() ? nullptr : std::get_if<std::int64_t>(&message.arguments.front().value());
    const auto count = n != nullptr ? *n : 0;
    const bool asOne = style.translator == nullptr && count == 1;
    return filled(asOne ? QString::fromUtf8(sentence->one)
                        : translated(style, "words", sentence->text, int(std::clamp<std::int64_t>(count, 0, 1 << 30))),
                  arguments, arguments.value(0));
}

} // namespace

const Sentence *sentenceOf(const std::string &code)
{
    static const auto all = [] {
        QHash<QByteArray, const Sentence *> byCode;
        for (const auto part :
             {catalogue::files(), catalogue::studio(), catalogue::fleet(), catalogue::desktop(), catalogue::bench(), catalogue::visit(),
              catalogue::profiles(), catalogue::report(), catalogue::commands(), catalogue::survey(), catalogue::diagnosis(), catalogue::answers()}) {
            for (const Sentence &s : part) {
                byCode.insert(s.code, &s);
            }
        }
        return byCode;
    }();
    return all.value(QByteArray::fromStdString(code), nullptr);
}

QString worded(const Message &message)
{
    return render(message, forPeople());
}

QString worded(const Error &error)
{
    return worded(error.paragraph());
}

QStringList worded(const std::vector<Message> &messages)
{
    QStringList all;
    for (const Message &m : messages) {
        all << worded(m);
    }
    return all;
}

std::string said(const Message &message)
{
    return worded(message).toStdString();
}

std::string plainEnglish(const Message &message)
{
    return render(message, forFiles()).toStdString();
}

std::vector<std::string> plainTexts(const std::vector<Message> &messages)
{
    std::vector<std::string> all;
    for (const Message &m : messages) {
        all.push_back(plainEnglish(m));
    }
    return all;
}

std::string phrase(const char *context, const char *english)
{
    return translated(forPeople(), context, english).toStdString();
}

QString shippedText(const std::string &text)
{
    return translated(forPeople(), "data", text.c_str());
}

QString controlName(const std::string &name)
{
    return translated(forPeople(), "control", name.c_str());
}

QString patchName(const std::string &name)
{
    return patch(name, forPeople());
}

QString wordedSpan(double seconds)
{
    return QString::fromStdString(spanText(seconds));
}

QString wordedDay(WallTime t)
{
    return day(t, forPeople());
}

QString wordedNumber(double value, int places)
{
    return number(value, places, forPeople());
}

} // namespace lamp
