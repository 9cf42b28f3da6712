#pragma once

#include <QStringList>

namespace hefty::app {

/// Languages of the interface beside English, as codes: "de". What the core says is said by phrase books
/// (app/window/worded.h).
[[nodiscard]] QStringList languages();
/// The name of a language in itself: "Deutsch".
[[nodiscard]] QString languageName(const QString &code);
/// Speaks a language from now on, in what is made after; "en" or one that is not there: English.
void setLanguage(const QString &code);
/// The one that is spoken.
[[nodiscard]] QString language();

/// What a person chose to begin with next time.
[[nodiscard]] QString chosenLanguage();
void chooseLanguage(const QString &code);

}  // namespace hefty::app
