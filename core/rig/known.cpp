#include "core/rig/known.h"

#include <fmt/format.h>

namespace hefty::rig {

std::string_view trustWord(Trust trust) {
    switch (trust) {
        case Trust::Estimated:
            return "estimated";
        case Trust::Assumed:
            return "assumed";
        case Trust::Measured:
            break;
    }
    return "measured";
}

Trust readTrust(ObjectReader &o, const char *key, Trust fallback) {
    const std::string word = o.text(key, std::string(trustWord(fallback)));
    for (const Trust t : {Trust::Measured, Trust::Estimated, Trust::Assumed})
        if (word == trustWord(t)) return t;
    o.faults().add(fmt::format("\"{}\" is not known here.", word), o.pathOf(key),
                   "Use measured, estimated or assumed.");
    return fallback;
}

Known readKnown(ObjectReader &o) {
    return {readTrust(o, "trust", Trust::Measured), o.text("date", std::string())};
}

void writeKnown(const Known &known, Json &json) {
    if (known.trust != Trust::Measured) json["trust"] = trustWord(known.trust);
    if (!known.date.empty()) json["date"] = known.date;
}

}  // namespace hefty::rig
