// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/message.h"
#include "base/result.h"

#include <QLocale>
#include <QString>
#include <QStringList>

class QTranslator;

namespace lamp {

/// What the program says in, and how it writes numbers and dates to people. One for the whole program.
class Language {
public:
    /// Languages there are, as tags: "en", "de".
    static QStringList known();
    /// Says everything from now on in a language. \param tag "de", "de-AT", "en" ...; empty for the system's
    /// \return false for one there is not, and then nothing changed
    static bool choose(const QString &tag);
    /// The tag in use.
    static QString tag();
    static const QLocale &locale();
    /// Of the language in use, for QCoreApplication::installTranslator(); nothing in English.
    static QList<QTranslator *> translators();
};

/// The sentence of a message in the language in use.
QString worded(const Message &message);
/// The same of a whole error: what happened, what is safe, what to do.
QString worded(const Error &error);
QStringList worded(const std::vector<Message> &messages);
/// The same as UTF-8, for terminals.
std::string said(const Message &message);

/// In English, with numbers as programs read them: what goes into files.
std::string plainEnglish(const Message &message);

std::vector<std::string> plainTexts(const std::vector<Message> &messages);

/// A phrase of the program itself (help, labels) in the language in use. \param english it, as a literal: what is translated
std::string phrase(const char *context, const char *english);
/// A sentence of data that ships with the program, in the language in use; any other text as it is.
QString shippedText(const std::string &text);
/// The name of a control of a display's menu, in the language in use; unusual ones as they are.
QString controlName(const std::string &name);
/// The name of a patch, in the language in use.
QString patchName(const std::string &name);

/// "22 min 10 s", "8 s".
QString wordedSpan(double seconds);
/// A day by this computer's time zone: "4 March 2031".
QString wordedDay(WallTime t);
/// A number as people read it; what is not finite is not available.
QString wordedNumber(double value, int places);

} // namespace lamp
