#pragma once

#include <string>
#include <string_view>
#include <utility>

#include <tl/expected.hpp>

namespace hefty {

/// Who or what is at fault when a result cannot be given.
enum class ProblemKind {
    BadInput,      ///< malformed text, a value outside its range, a missing field
    UnknownId,     ///< a name that nothing carries
    NotFinite,     ///< an infinity or a NaN in the input, or a result that overflowed
    Mechanism,     ///< a structure with a part that is free to move
    Degenerate,    ///< a weld or bolt group that cannot carry its load
    Undetermined,  ///< measures that leave a point loose
    File,          ///< a file that cannot be read or written
    Version,       ///< a file of a newer version
    Stopped,       ///< the caller asked for a stop
    Geometry,      ///< shapes that do not go together: a bend that does not fit, a branch beside its chord
    TooLong        ///< a piece that no bar there is can give
};

/// The word by which a problem's kind is printed in JSON ("badInput", "mechanism", ...).
std::string_view kindName(ProblemKind kind);

/// Why a result cannot be given, in words for the person who can mend it.
struct Problem {
    ProblemKind kind = ProblemKind::BadInput;
    std::string message;  ///< what is wrong, one sentence
    std::string where;    ///< the place: "joints/3/leg", "line 12", the name of a part
    std::string remedy;   ///< what to do; may be empty when the message says it

    bool operator==(const Problem &) const = default;

    /// "where: message Remedy" on one line.
    [[nodiscard]] std::string sentence() const;
};

/// A value, or the reason there is none. Test it before `*r`; `.value()` throws when there is none.
template <class T>
using Result = tl::expected<T, Problem>;

[[nodiscard]] inline tl::unexpected<Problem> fail(ProblemKind kind, std::string message,
                                                  std::string where = {}, std::string remedy = {}) {
    return tl::unexpected<Problem>(Problem{kind, std::move(message), std::move(where), std::move(remedy)});
}

}  // namespace hefty
