#include <algorithm>
#include <array>

#include "core/armor/builder.h"
#include "core/armor/contact.h"
#include "core/armor/passing.h"

namespace hefty::armor {
namespace {

/// Roles from the least to the most important part of a joint, with the setting that gives its leg.
constexpr std::array<std::pair<std::string_view, std::string_view>, 10> legSettings{
    {{"cap", "capWeld"},
     {"corner", "capWeld"},
     {"gusset", "gussetWeld"},
     {"brace", "gussetWeld"},
     {"tab", "tabWeld"},
     {"lip", "trayWeld"},
     {"cheek", "trayWeld"},
     {"tray", "trayWeld"},
     {"bracket", "bracketWeld"},
     {"beam", "beamWeld"}}};

double legOf(const std::string &a, const std::string &b, const Pattern &pattern, const Piece &piece) {
    for (const auto &[name, setting] : legSettings)
        if ((role(a) == name || role(b) == name) && pattern.setting(setting))
            return number(piece, pattern, setting);
    return 5;
}

}  // namespace

std::string role(const std::string &partName) {
    return partName.substr(0, partName.find('.'));
}

void findWelds(Assembly &assembly, const Pattern &pattern, const BuildInput &input) {
    assembly.solids.clear();
    for (const TubePart &t : assembly.tubes) assembly.solids.push_back(solidOf(t));
    for (const PlatePart &p : assembly.plates) assembly.solids.push_back(solidOf(p));
    const std::size_t made = assembly.solids.size();
    for (const BoughtPart &b : assembly.bought)
        if (b.size.minCoeff() > 0) assembly.solids.push_back(solidOf(b));
    const stock::Filler *filler = input.stock.filler(text(input.piece, pattern, "filler"));
    for (std::size_t i = 0; i < made; ++i)
        for (std::size_t j = i + 1; j < made; ++j) {
            const Solid &a = assembly.solids[i];
            const Solid &b = assembly.solids[j];
            const TubePart *ta = assembly.tube(a.part);
            const TubePart *tb = assembly.tube(b.part);
            std::vector<Contact> contacts;
            if (ta && tb) {
                contacts = sharedEnds(*ta, *tb);
                if (contacts.empty()) contacts = passingThrough(*tb, *ta);
                if (contacts.empty()) contacts = passingThrough(*ta, *tb);
            } else {
                contacts = touching(b, a);
                const PlatePart *pb = assembly.plate(b.part);
                if (ta && pb)
                    for (Contact &c : passingThrough(*pb, *ta)) contacts.push_back(std::move(c));
            }
            std::erase_if(contacts, [](const Contact &c) { return c.lines.empty(); });
            if (contacts.empty()) continue;
            WeldJoint joint;
            joint.a = a.part;
            joint.b = b.part;
            joint.name = joint.a + "~" + joint.b;
            joint.contacts = std::move(contacts);
            joint.leg = legOf(joint.a, joint.b, pattern, input.piece);
            joint.filler = filler ? filler->id : "";
            joint.fillerStrength = filler ? filler->strength : 482.6;
            assembly.welds.push_back(std::move(joint));
        }
}

}  // namespace hefty::armor
