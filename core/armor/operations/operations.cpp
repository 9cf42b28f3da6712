#include "core/armor/operations/operations.h"

#include <map>

#include <fmt/format.h>

#include "core/armor/operations/record.h"

namespace hefty::armor {
namespace {

/// Carries out one record. @return why it does not apply; empty: it was carried out
std::string carryOutWith(Maker &maker, const Json &json) {
    static const std::map<std::string, void (*)(Record &)> kinds{
        {"tube", addTube},       {"plate", addPlate},    {"gusset", addGusset},
        {"bracket", addBracket}, {"tab", addTab},        {"receiver", addReceiverTube},
        {"cap", addCap},         {"hole", addHole},      {"mirror", addMirrored},
        {"move", movePart},      {"remove", removePart}, {"duty", addDuty},
        {"addon", addAddOn},     {"trim", trimBar},      {"fold", foldPlate},
        {"rail", addRail}};
    Record record(maker, json);
    const std::string op = record.in.text("op");
    const auto kind = kinds.find(op);
    if (record.fine() && kind == kinds.end()) return fmt::format("the operation \"{}\" is not known.", op);
    if (record.fine()) kind->second(record);
    return record.whyNot();
}

}  // namespace

std::string carryOut(Assembly &assembly, const BuildInput &input, const Pattern &pattern,
                     const Json &record) {
    // On a copy: one that fails half way leaves nothing behind.
    Maker maker(input, pattern, assembly);
    std::string why = carryOutWith(maker, record);
    if (why.empty() && maker.refused())
        if (const auto refused = maker.finish(); !refused) why = refused.error().message;
    if (why.empty()) assembly = std::move(maker.out());
    return why;
}

void applyOperations(Assembly &assembly, const BuildInput &input, const Pattern &pattern) {
    for (const Json &json : input.piece.operations) {
        const std::string why = carryOut(assembly, input, pattern, json);
        if (why.empty()) continue;
        const auto word = [&json](const char *key) {
            const auto it = json.find(key);
            return it != json.end() && it->is_string() ? it->get<std::string>() : std::string();
        };
        const std::string name = word("name").empty() ? word("part") : word("name");
        assembly.notes.push_back(
            {name, fmt::format("What was built by hand no longer applies ({} {}): {}", word("op"), name, why),
             "Change it or take it out; it is kept with the piece."});
    }
    trimEnds(assembly);
}

}  // namespace hefty::armor
