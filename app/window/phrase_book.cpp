#include "app/window/phrase_book.h"

#include <algorithm>

#include <QRegularExpression>

namespace hefty::app {
namespace {

const QString gap = QStringLiteral("{}");
constexpr int deepest = 8;  // phrases within phrases

int lettersOf(const QString &text) {
    return static_cast<int>(
        std::count_if(text.begin(), text.end(), [](const QChar &c) { return c.isLetter(); }));
}

/// What stands between the pieces of a pattern in a text; false: it does not fit.
/// @param late  every piece is looked for from behind
bool fits(const QStringList &pieces, const QString &text, bool late, QStringList &found) {
    if (!text.startsWith(pieces.front()) || !text.endsWith(pieces.back())) return false;
    qsizetype at = pieces.front().size(), end = text.size() - pieces.back().size();
    if (end < at) return false;
    found.clear();
    for (qsizetype i = 1; i + 1 < pieces.size(); ++i) {
        const QString &piece = pieces[late ? pieces.size() - 1 - i : i];
        const qsizetype next = late ? text.lastIndexOf(piece, end - piece.size()) : text.indexOf(piece, at);
        if (next < at || next + piece.size() > end) return false;
        if (late) {
            found.prepend(text.mid(next + piece.size(), end - next - piece.size()));
            end = next;
        } else {
            found << text.mid(at, next - at);
            at = next + piece.size();
        }
    }
    if (late)
        found.prepend(text.mid(at, end - at));
    else
        found << text.mid(at, end - at);
    return true;
}

QString filled(const QString &to, const QStringList &found) {
    QString out;
    qsizetype next = 0;
    for (qsizetype i = 0; i < to.size(); ++i) {
        const qsizetype close = to[i] == '{' ? to.indexOf('}', i) : -1;
        if (close < 0) {
            out += to[i];
            continue;
        }
        bool isNumber = false;
        const int named = to.mid(i + 1, close - i - 1).toInt(&isNumber);
        out += found.value(isNumber ? named : next++);
        i = close;
    }
    return out;
}

/// How much of a text nobody has a word for: its letters, but for units and names of stock.
int unknownIn(const QString &text) {
    static const QRegularExpression plain(
        "^[^a-zA-Z]*(mm|kN|N|kg|MPa|Nm|lbf|psi|ksi|lb|m|g|km|cm)?[^a-zA-Z]*$|^[A-Z0-9 .x/-]+$");
    return plain.match(text).hasMatch() ? 0 : lettersOf(text);
}

}  // namespace

PhraseBook::PhraseBook(const QHash<QString, QString> &phrases) {
    for (auto it = phrases.begin(); it != phrases.end(); ++it) {
        if (!it.key().contains(gap)) {
            m_plain.insert(it.key(), it.value());
            continue;
        }
        const QStringList pieces = it.key().split(gap);
        const int letters = lettersOf(pieces.join(QString()));
        if (letters > 0) m_patterns.push_back({pieces, it.value(), letters});
    }
    std::sort(m_patterns.begin(), m_patterns.end(), [](const Pattern &a, const Pattern &b) {
        return a.letters != b.letters ? a.letters > b.letters : a.pieces < b.pieces;
    });
    for (std::size_t i = 0; i < m_patterns.size(); ++i) {
        const QString &first = m_patterns[i].pieces.front();
        if (first.size() >= 2)
            m_begin[first.left(2)].push_back(i);
        else
            m_open.push_back(i);
    }
}

/// Says one text: of the patterns that it fits the one that leaves the least without a word.
class PhraseBook::Saying {
  public:
    explicit Saying(const PhraseBook &book) : m_book(book) {}

    struct Said {
        QString text;
        int unknown = 0;
    };

    Said say(const QString &text, int depth) {
        if (lettersOf(text) < 2) return {text, 0};
        if (depth > deepest) return {text, unknownIn(text)};
        if (const auto it = m_known.find(text); it != m_known.end()) return *it;
        Said best = asItIs(text, depth);
        // At the beginning of a sentence a name has a capital letter.
        if (best.unknown > 0 && text[0].isUpper()) {
            const Said lower = asItIs(text[0].toLower() + text.mid(1), depth);
            if (lower.unknown < best.unknown && !lower.text.isEmpty())
                best = {lower.text[0].toUpper() + lower.text.mid(1), lower.unknown};
        }
        return *m_known.insert(text, best);
    }

  private:
    Said asItIs(const QString &text, int depth) {
        if (const auto it = m_book.m_plain.find(text); it != m_book.m_plain.end()) return {*it, 0};
        Said best = parts(text, depth);
        const auto begun = m_book.m_begin.find(text.left(2));
        static const std::vector<std::size_t> none;
        const std::vector<std::size_t> &a = begun == m_book.m_begin.end() ? none : *begun, &b = m_book.m_open;
        std::size_t i = 0, j = 0;
        int tried = 0;
        constexpr int most = 12;
        QStringList found;
        while (best.unknown > 0 && tried < most && (i < a.size() || j < b.size())) {  // the longest first
            const std::size_t next = j >= b.size() || (i < a.size() && a[i] < b[j]) ? a[i++] : b[j++];
            const Pattern &p = m_book.m_patterns[next];
            bool met = false;
            for (const bool late : {false, true}) {
                if ((late && p.pieces.size() < 3) || !fits(p.pieces, text, late, found)) continue;
                met = true;
                int unknown = 0;
                for (QString &f : found) {
                    const Said one = say(f, depth + 1);
                    f = one.text;
                    unknown += one.unknown;
                }
                if (unknown < best.unknown) best = {filled(p.to, found), unknown};
            }
            tried += met ? 1 : 0;
        }
        return best;
    }
    /// Its sentences and clauses one by one; as it is where it has only one.
    Said parts(const QString &text, int depth) {
        for (const char *end : {"\n", ". ", "; ", ": ", ", ", " ("}) {
            const qsizetype at = text.indexOf(QLatin1String(end)), size = qsizetype(qstrlen(end));
            if (at <= 0 || at + size >= text.size()) continue;
            const qsizetype first = end[0] == '.' ? at + 1 : at;
            const Said one = say(text.left(first), depth + 1), rest = say(text.mid(at + size), depth + 1);
            return {one.text + text.mid(first, at + size - first) + rest.text, one.unknown + rest.unknown};
        }
        if (text.endsWith('.') || text.endsWith(')')) {
            const Said one = say(text.chopped(1), depth + 1);
            return {one.text + text.back(), one.unknown};
        }
        return {text, unknownIn(text)};
    }

    const PhraseBook &m_book;
    QHash<QString, Said> m_known;
};

QString PhraseBook::say(const QString &text) const {
    return isEmpty() ? text : Saying(*this).say(text, 0).text;
}

}  // namespace hefty::app
