#include "core/parts/role.h"

#include <array>

namespace hefty::parts {

std::string_view roleWord(Role role) {
    constexpr std::array<std::string_view, 23> words{
        "cap", "closing", "skin",  "filler",  "sleeve",   "gusset", "brace", "rib",
        "tab", "lip",     "cheek", "tray",    "receiver", "step",   "hoop",  "outrigger",
        "leg", "foot",    "mount", "doubler", "post",     "beam",   "other"};
    return words.at(static_cast<std::size_t>(role));
}

}  // namespace hefty::parts
