#pragma once

#include <vector>

#include <QHash>
#include <QString>
#include <QStringList>

namespace hefty::app {

/// Sentences of one language and what they are in another. A sentence is a pattern: `{}` in it stands for
/// anything, which is said in turn; `{0}`, `{1}` on the other side stand for the first and the second of
/// them.
class PhraseBook {
  public:
    PhraseBook() = default;
    explicit PhraseBook(const QHash<QString, QString> &phrases);

    /// A text as the patterns say it that leave the least of it without a word, long ones before short ones;
    /// else its sentences and clauses one by one; what nobody has a word for stays as it is.
    [[nodiscard]] QString say(const QString &text) const;
    [[nodiscard]] bool isEmpty() const { return m_plain.isEmpty() && m_patterns.empty(); }

  private:
    struct Pattern {
        QStringList pieces;  ///< between what stands for anything
        QString to;
        int letters = 0;  ///< of its pieces
    };
    class Saying;

    QHash<QString, QString> m_plain;
    std::vector<Pattern> m_patterns;  ///< longest first
    /// Those that begin with a letter, by their first two characters; the others.
    QHash<QString, std::vector<std::size_t>> m_begin;
    std::vector<std::size_t> m_open;
};

}  // namespace hefty::app
