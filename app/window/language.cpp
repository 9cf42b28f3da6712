#include "app/window/language.h"

#include <memory>

#include <QCoreApplication>
#include <QDir>
#include <QLocale>
#include <QSettings>
#include <QTranslator>

#include "app/window/worded.h"

// Of a library that is linked in: its resources are asked for by name, from outside of any namespace.
static void initTranslations() {
    Q_INIT_RESOURCE(translations);
}

namespace hefty::app {
namespace {

std::unique_ptr<QTranslator> &translator() {
    static std::unique_ptr<QTranslator> one;
    return one;
}

QString &spoken() {
    static QString code = "en";
    return code;
}

}  // namespace

QStringList languages() {
    initTranslations();
    QStringList out;
    for (const QString &file :
         QDir(":/translations").entryList({"hefty-girder_*.qm"}, QDir::Files, QDir::Name))
        out << file.mid(13).chopped(3);
    return out;
}

QString languageName(const QString &code) {
    return code == "en" ? QStringLiteral("English") : QLocale(code).nativeLanguageName();
}

void setLanguage(const QString &code) {
    if (translator()) QCoreApplication::removeTranslator(translator().get());
    translator().reset();
    spoken() = "en";
    openPhrases("en");
    if (!languages().contains(code)) return;
    auto fresh = std::make_unique<QTranslator>();
    if (!fresh->load(QStringLiteral(":/translations/hefty-girder_%1.qm").arg(code))) return;
    translator() = std::move(fresh);
    QCoreApplication::installTranslator(translator().get());
    spoken() = code;
    openPhrases(code);
}

QString language() {
    return spoken();
}

QString chosenLanguage() {
    return QSettings().value("language", "en").toString();
}

void chooseLanguage(const QString &code) {
    QSettings().setValue("language", code);
}

}  // namespace hefty::app
