// SPDX-License-Identifier: GPL-3.0-or-later
#include "words/words.h"

#include <QLibraryInfo>
#include <QTranslator>

namespace lamp {

namespace {

struct Chosen {
    QString tag = QStringLiteral("en");
    QLocale locale = plain(QLocale(QLocale::English));
    QTranslator own, library; ///< ours and Qt's own (buttons of dialogs)

    /// Figures of four digits and more are read off scales and typed again: without separators.
    static QLocale plain(QLocale locale)
    {
        locale.setNumberOptions(QLocale::OmitGroupSeparator);
        return locale;
    }
};

Chosen &chosen()
{
    static Chosen one;
    return one;
}

QString languageOf(const QString &tag)
{
    return tag.section(u'-', 0, 0).section(u'_', 0, 0).toLower();
}

} // namespace

QStringList Language::known()
{
    return {QStringLiteral("en"), QStringLiteral("de")};
}

bool Language::choose(const QString &tag)
{
    QString wanted = tag;
    if (wanted.isEmpty()) {
        const QStringList system = QLocale::system().uiLanguages();
        for (const QString &t : system) {
            if (known().contains(languageOf(t))) {
                wanted = t;
                break;
            }
        }
        wanted = wanted.isEmpty() ? QStringLiteral("en") : wanted;
    }
    const QString language = languageOf(wanted);
    if (!known().contains(language)) {
        return false;
    }
    Chosen &c = chosen();
    if (language != QStringLiteral("en")) {
        const QLocale locale(language);
        if (!c.own.load(QStringLiteral(":/i18n/lamp_") + language)) {
            return false;
        }
        (void)c.library.load(locale, QStringLiteral("qtbase"), QStringLiteral("_"), QLibraryInfo::path(QLibraryInfo::TranslationsPath));
    }
    c.tag = language;
    c.locale = Chosen::plain(QLocale(QString(wanted).replace(u'-', u'_')));
    QLocale::setDefault(c.locale); // axes of charts, fields to type into
    return true;
}

QString Language::tag()
{
    return chosen().tag;
}

const QLocale &Language::locale()
{
    return chosen().locale;
}

QList<QTranslator *> Language::translators()
{
    Chosen &c = chosen();
    return c.tag == QStringLiteral("en") ? QList<QTranslator *>{} : QList<QTranslator *>{&c.own, &c.library};
}

} // namespace lamp
