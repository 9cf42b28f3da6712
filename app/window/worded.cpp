#include "app/window/worded.h"

#include <mutex>

#include <QFile>
#include <QJsonDocument>
#include <QJsonObject>

#include "app/window/phrase_book.h"

namespace hefty::app {
namespace {

struct Spoken {
    PhraseBook book;
    QHash<QString, QString> known;  ///< what has been worded lately
    std::mutex mutex;               ///< work beside the window words its answers too
};

Spoken &phrasesInUse() {
    static Spoken one;
    return one;
}

}  // namespace

void openPhrases(const QString &code) {
    Spoken &s = phrasesInUse();
    const std::lock_guard lock(s.mutex);
    s.book = {};
    s.known.clear();
    QFile file(QStringLiteral(":/translations/core_%1.json").arg(code));
    if (!file.open(QIODevice::ReadOnly)) return;
    QHash<QString, QString> phrases;
    const QJsonObject all = QJsonDocument::fromJson(file.readAll()).object();
    for (auto it = all.begin(); it != all.end(); ++it) phrases.insert(it.key(), it.value().toString());
    s.book = PhraseBook(phrases);
}

QString worded(const QString &english) {
    Spoken &s = phrasesInUse();
    const std::lock_guard lock(s.mutex);
    if (s.book.isEmpty() || english.isEmpty()) return english;
    constexpr qsizetype most = 20000;
    if (s.known.size() > most) s.known.clear();
    const auto it = s.known.find(english);
    return it != s.known.end() ? *it : *s.known.insert(english, s.book.say(english));
}

QString midSentence(const std::string &english) {
    const QString text = worded(english);
    Spoken &s = phrasesInUse();
    const std::lock_guard lock(s.mutex);
    return s.book.isEmpty() ? text.toLower() : text;
}

}  // namespace hefty::app
