#pragma once

#include <string>

#include <QString>

#include "core/measure/phrase.h"

namespace hefty::app {

/// What the core says, in the language of the window: names, sentences, and what is put together of them.
/// What the phrase book of the language does not have stays in English.
[[nodiscard]] QString worded(const QString &english);
[[nodiscard]] inline QString worded(const std::string &english) {
    return worded(QString::fromStdString(english));
}
[[nodiscard]] inline QString worded(const measure::Phrase &phrase, measure::UnitSystem units) {
    return worded(phrase.in(units));
}
/// The same as it stands within a sentence: English without its capital letter.
[[nodiscard]] QString midSentence(const std::string &english);

/// Opens the phrase book of a language (`:/translations/core_de.json`); "en": none is needed.
void openPhrases(const QString &code);

}  // namespace hefty::app
