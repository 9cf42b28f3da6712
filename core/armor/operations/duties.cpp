#include <algorithm>
#include <array>

#include <fmt/format.h>

#include "core/armor/operations/record.h"

namespace hefty::armor {
namespace {

/// What can act at a place that a person points out.
enum class Acts { Strike, Step, Jack, Rock };
constexpr std::array<std::pair<std::string_view, Acts>, 4> words{
    {{"strike", Acts::Strike}, {"step", Acts::Step}, {"jack", Acts::Jack}, {"rock", Acts::Rock}}};

}  // namespace

/// A place of a part where something acts on it: what is built by hand has no places of its own but those of
/// its tabs and receivers.
void addDuty(Record &r) {
    const std::string kind = r.in.text("kind");
    const Record::Place at = r.place("at");
    const std::string id = r.in.text("name", std::string());
    const auto it =
        std::find_if(words.begin(), words.end(), [&kind](const auto &w) { return w.first == kind; });
    if (it == words.end()) r.refuse(fmt::format("\"{}\" is not strike, step, jack or rock.", kind));
    if (at.part.empty() && r.fine()) r.refuse("the place is on no part: give it as a place of one.");
    if (id.empty()) r.refuse("it needs a name.");
    if (!r.fine()) return;
    Assembly &out = r.out();
    const bool front = at.at.x() > -r.maker.rig().wheelbase / 2;
    switch (it->second) {
        case Acts::Strike:
            out.strikes.push_back({id, "Struck at " + id, at.part, at.at, Vec3(front ? -1 : 1, 0, 0)});
            break;
        case Acts::Step:
            out.steps.push_back({at.part, at.at, id});
            break;
        case Acts::Jack:
            out.jacks.push_back({id, "Jack at " + id, at.part, at.at, front});
            break;
        case Acts::Rock:
            out.grounds.push_back({id, "Rock under " + id, at.part, at.at, Vec3::UnitZ(),
                                   GroundSpot::Kind::Rock, front ? Share::Front : Share::Rear});
            break;
    }
}

}  // namespace hefty::armor
