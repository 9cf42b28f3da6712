#include "core/proof/strength/declared.h"

#include <fmt/format.h>

namespace hefty::proof {
namespace {

using working::number;

double useOf(const DeclaredHold &h, const AskedOfHold &a) {
    return a.pull / h.pull + a.shear / h.shear + (h.bends ? a.moment / h.moment : 0);
}

}  // namespace

void checkDeclared(const CheckContext &context, const DeclaredHold &h,
                   const std::function<AskedOfHold(std::size_t)> &asked) {
    const std::string id = "hold/" + h.name, what = fmt::format("What {} carries", h.label);
    if (!(h.stiffness > 0))
        context.leave({"give/" + h.name, h.part, fmt::format("How far {} gives", h.label),
                       "its stiffness has not been declared: it was taken as rigid",
                       "Measure how far it moves under a known load.", h.at});
    if (!(h.pull > 0 && h.shear > 0 && (!h.bends || h.moment > 0)))
        return context.leave({id, h.part, what, "nobody has declared it",
                              fmt::format("Ask its maker and write down {} among the vehicle's holds.",
                                          h.bends ? "pull, shear and moment" : "pull and shear"),
                              h.at});
    const Governing g = governing(context, [&](std::size_t c) { return useOf(h, asked(c)); });
    const AskedOfHold a = asked(g.loadCase);
    Check check = context.begin(CheckKind::Bolt, id, h.name, what, g.loadCase);
    check.at = h.at;
    check.demand = check.utilization = g.use;
    working::Working &w = check.working;
    w.given("P", "pull on it", a.pull, "N", "from the proof");
    w.given("V", "shear on it", a.shear, "N", "from the proof");
    if (h.bends) w.given("M", "bending and twist, together", a.moment, "N·mm", "from the proof");
    w.given("Pa", "pull that is declared", h.pull, "N", "holds of the vehicle");
    w.given("Va", "shear that is declared", h.shear, "N", "holds of the vehicle");
    if (h.bends) w.given("Ma", "moment that is declared", h.moment, "N·mm", "holds of the vehicle");
    std::string sum =
        fmt::format("{}/{} + {}/{}", number(a.pull), number(h.pull), number(a.shear), number(h.shear));
    if (h.bends) sum += fmt::format(" + {}/{}", number(a.moment), number(h.moment));
    w.step("u", "use", h.bends ? "P/Pa + V/Va + M/Ma" : "P/Pa + V/Va", sum, g.use, "",
           "straight line, on the safe side");
    context.add(std::move(check));
}

}  // namespace hefty::proof
