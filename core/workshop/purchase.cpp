#include "core/workshop/purchase.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <set>

#include <fmt/format.h>

namespace hefty::workshop {
namespace {

using working::number;

constexpr std::array<std::string_view, 5> words{"bar", "plate", "bolt", "bought", "work"};
constexpr double mostMoney = 1e7, mostAmount = 1e6;  // beyond these an answer is a slip
constexpr int mostDays = 3650;

/// Adds up what is asked for more than once.
class NeedList {
  public:
    explicit NeedList(const Shop &shop) : m_shop(shop) {}

    Need &at(const std::string &id, Need::Kind kind) {
        const auto it = std::find_if(needs.begin(), needs.end(), [&id](const Need &n) { return n.id == id; });
        if (it != needs.end()) return *it;
        needs.push_back({});
        needs.back().id = id;
        needs.back().kind = kind;
        return needs.back();
    }
    void bars(const Fabrication &made) {
        for (const SectionNesting &n : made.nestings)
            for (const NestedBar &b : n.nesting.bars) {
                if (b.bar.onHand) continue;
                Need &need = at(fmt::format("bar/{}/{}", n.section, n.material), Need::Kind::Bar);
                need.what = fmt::format("Bar {}, {}, {:.0f} mm", n.section, n.material, b.bar.length);
                need.stock = n.section;
                need.material = n.material;
                need.amount += 1;
                need.unit = "bars";
                need.own = need.own.value_or(0) + b.bar.cost;
                need.ownBy = "weight, price of tube";
                need.counted = true;
            }
    }
    void plates(const armor::Assembly &a, const stock::Stock &stock) {
        for (const armor::SheetPart &p : a.sheets) {
            Need &need = at(fmt::format("plate/{}/{:g}", p.material.id, p.thickness), Need::Kind::Plate);
            need.what = fmt::format("Plate {:g} mm, {}", p.thickness, p.material.id);
            need.stock = fmt::format("{:g}", p.thickness);
            need.material = p.material.id;
            need.unit = "kg";
            const double bought = p.area() * p.thickness * p.material.density / (1 - m_shop.plateWaste);
            need.amount += bought;
            need.own = need.own.value_or(0) + bought * m_shop.platePricePerKg;
            need.ownBy = "weight with waste, price of plate";
            need.counted = true;
            for (const stock::PlateStock &sold : stock.plates)
                if (sold.material == p.material.id && sold.thickness == p.thickness) {
                    need.sheetLength = sold.sheetLength;
                    need.sheetWidth = sold.sheetWidth;
                    need.sheetMass = sold.sheetLength * sold.sheetWidth * p.thickness * p.material.density;
                }
        }
    }
    void bolts(const armor::BoltJoint &j) {
        if (j.size.empty()) return;
        Need &need = at(fmt::format("bolt/{}/{}", j.size, j.grade), Need::Kind::Bolt);
        need.what = fmt::format("Bolt {}, {}, with nut and washers", j.size, j.grade);
        need.stock = j.size;
        need.material = j.grade;
        need.amount += static_cast<double>(j.ids.size());
    }
    void bought(const std::string &id, const std::string &name) {
        Need &need = at("bought/" + id, Need::Kind::Bought);
        need.what = name;
        need.stock = id;
        need.amount += 1;
    }
    /// A receiver can be made of its tube: two cuts and the hole of the pin.
    void receiver(const armor::BarPart &b, const stock::Stock &stock) {
        const stock::Receiver *r = stock.receiver(b.made.bought);
        bought(b.made.bought, r ? r->name : b.made.bought);
        Need &need = at("bought/" + b.made.bought, Need::Kind::Bought);
        need.own = need.own.value_or(0) + parts::barVolume(b) * b.material.density * m_shop.tubePricePerKg;
        need.ownHours += (2 * m_shop.sawMinutes + 2 * m_shop.holeMinutes) / 60 * m_shop.hoursFactor;
        need.ownBy = "its tube by weight; two saw cuts, the pin's hole through two walls";
    }
    /// A hawse can be made of thick plate: its rim and opening cut, two holes, the mouth rounded by hand.
    void fairlead(const std::string &id, const stock::Stock &stock) {
        constexpr double rounding = 4;  // times what cutting the mouth's edge takes: house practice
        const stock::Fairlead *f = stock.fairlead(id);
        const stock::Material *metal = f ? stock.material(f->madeOf) : nullptr;
        if (!metal) return;
        Need &need = at("bought/" + id, Need::Kind::Bought);
        const double area = f->width * f->height - f->openingWidth * f->openingHeight;
        const double mouth = 2 * (f->openingWidth + f->openingHeight) / 1000;  // m
        const double rim = 2 * (f->width + f->height) / 1000;
        need.own = need.own.value_or(0) +
                   area * f->depth * metal->density / (1 - m_shop.plateWaste) * m_shop.platePricePerKg;
        need.ownHours += (m_shop.plateMinutes * (rim + mouth + rounding * mouth) + 2 * m_shop.holeMinutes) /
                         60 * m_shop.hoursFactor;
        need.ownBy =
            "its plate by weight with waste; rim and opening cut, two holes, the mouth rounded and polished; "
            "nobody has rated it";
    }
    /// The spindle of a swinging part with the hub that turns on it can be made of round bar and thick tube;
    /// its latch is bought.
    void hinge(const armor::Gate &g) {
        constexpr double held = 100;    // mm of spindle in what holds it: house practice
        constexpr double turning = 40;  // minutes to turn and ream both until they run: house practice
        const double hub = (g.high - g.low).norm(), density = g.spindleMaterial.density;
        const auto round = [](double d) { return std::numbers::pi / 4 * d * d; };
        const double steel = round(g.spindle) * (held + g.spindleRoot + hub) +
                             (round(g.sleeveOutside) - round(g.spindle)) * hub;
        const std::string kit = fmt::format("spindle-{:g}x{:.0f}", g.spindle, hub);
        bought(kit, fmt::format("Spindle {:g} mm with a hub of {:.0f} mm", g.spindle, hub));
        Need &need = at("bought/" + kit, Need::Kind::Bought);
        need.own = need.own.value_or(0) + steel * density * m_shop.tubePricePerKg;
        need.ownHours += (4 * m_shop.sawMinutes + turning) / 60 * m_shop.hoursFactor;
        need.ownBy = "round bar and tube by weight; four saw cuts, both turned and reamed until they run";
        if (!g.keeper.empty()) bought(latchOf(g), latchName(g));
    }
    void work(const WorkHours &hours) {
        for (const WorkLine &l : hours.lines)
            for (const auto &[line, id, what] :
                 {std::tuple{"plate edges", "work/plates", "Plates cut to shape, meters of edge"},
                  {"bends", "work/bends", "Tubes bent"},
                  {"folds", "work/folds", "Sheets folded"}}) {
                if (l.what != line) continue;
                Need &need = at(id, Need::Kind::Work);
                need.what = what;
                need.amount += l.amount;
                need.unit = l.unit;
                need.own = 0;
                need.ownHours += l.minutes / 60 * m_shop.hoursFactor;
                need.ownBy = "the shop's own minutes";
                need.counted = true;
            }
    }
    std::vector<Need> needs;

  private:
    static std::string latchOf(const armor::Gate &g) { return fmt::format("latch-{:.0f}", g.latchRating); }
    static std::string latchName(const armor::Gate &g) {
        return g.latchRating > 0 ? fmt::format("Latch that holds {:.1f} kN", g.latchRating / 1000)
                                 : std::string("Latch, its holding force not said");
    }

    const Shop &m_shop;
};

std::string priceFault(const Json &line, const char *key, double most) {
    const auto it = line.find(key);
    if (it == line.end() || !it->is_number()) return fmt::format("\"{}\" is no number", key);
    const double v = it->get<double>();
    if (!(v >= 0 && v <= most)) return fmt::format("\"{}\" is {}, not from 0 to {:.0f}", key, v, most);
    return {};
}

std::string textOf(const Json &line, const char *key) {
    const auto it = line.find(key);
    return it != line.end() && it->is_string() ? it->get<std::string>() : std::string();
}

QuoteLine readLine(const Json &line) {
    QuoteLine out;
    out.need = textOf(line, "id");
    out.each = line["each"].get<double>();
    out.available = line["available"].get<double>();
    out.days = static_cast<int>(std::lround(line["days"].get<double>()));
    out.instead = textOf(line, "instead");
    out.note = textOf(line, "note");
    if (const auto lot = line.find("lot"); lot != line.end()) out.lot = lot->get<double>();
    return out;
}

Json writeLine(const QuoteLine &l) {
    Json out{{"id", l.need}, {"each", l.each}, {"available", l.available}, {"days", l.days}};
    if (!l.instead.empty()) out["instead"] = l.instead;
    if (!l.note.empty()) out["note"] = l.note;
    if (l.lot > 0) out["lot"] = l.lot;
    return out;
}

/// Why a line cannot be taken; empty: it can.
std::string faultOf(const Json &line) {
    if (!line.is_object()) return "it is no object in braces { }";
    if (textOf(line, "id").empty()) return "\"id\" is missing";
    for (const auto &[key, most] :
         {std::pair{"each", mostMoney}, {"available", mostAmount}, {"days", static_cast<double>(mostDays)}})
        if (const std::string why = priceFault(line, key, most); !why.empty()) return why;
    return line.contains("lot") ? priceFault(line, "lot", mostAmount) : std::string();
}

}  // namespace

std::string_view needWord(Need::Kind kind) {
    return words.at(static_cast<std::size_t>(kind));
}

std::vector<Need> needsOf(const std::vector<const armor::Assembly *> &assemblies,
                          const std::vector<const Fabrication *> &fabrications,
                          const std::vector<const WorkHours *> &hours, const Shop &shop,
                          const stock::Stock &stock) {
    NeedList list(shop);
    for (const Fabrication *f : fabrications)
        if (f) list.bars(*f);
    for (const armor::Assembly *a : assemblies) {
        if (!a) continue;
        list.plates(*a, stock);
        for (const armor::BoltJoint &j : a->mounts) list.bolts(j);
        for (const armor::BoltJoint &j : a->feet) list.bolts(j);
        if (a->winch && a->winch->fairleadBolts) list.bolts(*a->winch->fairleadBolts);
        for (const armor::BoughtPart &b : a->bought)
            if (b.kind != "wheel" && !b.id.empty()) {
                list.bought(b.id, b.label.empty() ? b.id : b.label);
                list.fairlead(b.id, stock);
            }
        for (const armor::Gate &g : a->gates) list.hinge(g);
        for (const armor::BarPart &b : a->bars)
            if (!b.made.bought.empty() && !b.made.isOnVehicle()) list.receiver(b, stock);
    }
    for (const WorkHours *h : hours)
        if (h) list.work(*h);
    std::stable_sort(list.needs.begin(), list.needs.end(),
                     [](const Need &a, const Need &b) { return a.kind < b.kind; });
    return std::move(list.needs);
}

double QuoteLine::taken(double amount) const {
    constexpr double rounding = 1e-6;  // of a lot
    return lot > 0 ? std::ceil(amount / lot - rounding) * lot : amount;
}

bool QuoteLine::serves(double amount) const {
    constexpr double rounding = 1e-6;
    return instead.empty() && available + rounding >= taken(amount);
}

const QuoteLine *Quote::line(std::string_view need) const {
    const auto it =
        std::find_if(lines.begin(), lines.end(), [need](const QuoteLine &l) { return l.need == need; });
    return it == lines.end() ? nullptr : &*it;
}

const Quote *Purchasing::from(std::string_view supplier) const {
    const auto it = std::find_if(quotes.begin(), quotes.end(),
                                 [supplier](const Quote &q) { return q.supplier == supplier; });
    return it == quotes.end() ? nullptr : &*it;
}

std::string quoteRequest(const std::vector<Need> &needs, const std::string &currency) {
    Json out{{"format", "hefty-girder-quote"}, {"version", 1}, {"currency", currency}};
    out["items"] = Json::array();
    for (const Need &n : needs) {
        Json item{
            {"id", n.id},       {"kind", needWord(n.kind)}, {"what", n.what},
            {"stock", n.stock}, {"material", n.material},   {"amount", std::round(n.amount * 100) / 100},
            {"unit", n.unit}};
        if (n.sheetMass > 0)
            item["sheet"] = {{"length", n.sheetLength},
                             {"width", n.sheetWidth},
                             {"mass", std::round(n.sheetMass * 100) / 100}};
        out["items"].push_back(std::move(item));
    }
    return out.dump();
}

Result<Quote> readQuote(std::string_view text, const std::vector<Need> &needs, const std::string &currency,
                        const std::string &date) {
    const Json json = Json::parse(text, nullptr, false);
    const auto bad = [](const std::string &why) {
        return fail(ProblemKind::BadInput, "The supplier's answer makes no sense: " + why, "quote",
                    "Ask again, or call him.");
    };
    if (!json.is_object()) return bad("it is no JSON object.");
    const std::string supplier = textOf(json, "supplier");
    if (supplier.empty()) return bad("it does not say who answers.");
    if (textOf(json, "currency") != currency)
        return bad(fmt::format("its prices are in \"{}\", the shop's in \"{}\".", textOf(json, "currency"),
                               currency));
    if (!json.contains("items") || !json["items"].is_array()) return bad("it has no list of items.");
    Quote out;
    out.supplier = supplier;
    out.date = date;
    std::set<std::string> seen;
    for (const Json &line : json["items"]) {
        const std::string id = line.is_object() ? textOf(line, "id") : std::string();
        const auto need =
            std::find_if(needs.begin(), needs.end(), [&id](const Need &n) { return n.id == id; });
        const std::string name = need != needs.end() ? need->what : "\"" + id + "\"";
        if (const std::string why = faultOf(line); !why.empty())
            out.faults.push_back(fmt::format("{}: {}.", name, why));
        else if (need == needs.end())
            out.faults.push_back(fmt::format("{} was not asked for.", name));
        else if (!seen.insert(id).second)
            out.faults.push_back(fmt::format("{} is answered twice; the first answer is taken.", name));
        else
            out.lines.push_back(readLine(line));
    }
    for (const Need &n : needs)
        if (!seen.contains(n.id)) out.faults.push_back(fmt::format("{}: no offer.", n.what));
    return out;
}

PurchaseSum sumOf(const Purchasing &purchasing, const std::vector<Need> &needs) {
    PurchaseSum out;
    out.working.title = "What is bought and made";
    for (const Need &n : needs) {
        const auto chosen = purchasing.chosen.find(n.id);
        if (chosen == purchasing.chosen.end()) continue;
        if (chosen->second == makeIt) {
            if (n.counted || !n.own) continue;
            out.cost += *n.own;
            out.hours += n.ownHours;
            out.working.step(n.what, "made here", n.ownBy,
                             fmt::format("{} + {} h", number(*n.own), number(n.ownHours)), *n.own, "", "");
            continue;
        }
        const Quote *quote = purchasing.from(chosen->second);
        const QuoteLine *line = quote ? quote->line(n.id) : nullptr;
        if (!line) continue;
        const double before = n.counted ? n.own.value_or(0) : 0;
        const double taken = line->taken(n.amount), more = line->price(n.amount) - before;
        out.cost += more;
        if (n.counted) out.hours -= n.ownHours;
        out.days = std::max(out.days, line->days);
        out.working.step(n.what, "from " + quote->supplier,
                         line->lot > 0 ? "whole lots · price − what was counted for it"
                                       : "amount · price − what was counted for it",
                         fmt::format("{} · {} − {}", number(taken), number(line->each), number(before)), more,
                         "", "quote of " + quote->date);
    }
    out.working.step("sum", "added to the material cost", "all of the above", "", out.cost, "", "");
    return out;
}

std::vector<PurchaseProblem> problemsOf(const Purchasing &purchasing, const std::vector<Need> &needs) {
    std::vector<PurchaseProblem> out;
    for (const Need &n : needs) {
        const auto chosen = purchasing.chosen.find(n.id);
        if (chosen == purchasing.chosen.end() || chosen->second == makeIt) continue;
        const Quote *quote = purchasing.from(chosen->second);
        const QuoteLine *line = quote ? quote->line(n.id) : nullptr;
        const auto add = [&](const std::string &why, const char *remedy) {
            out.push_back(
                {n.id, chosen->second, fmt::format("{} from {}: {}", n.what, chosen->second, why), remedy});
        };
        if (!line)
            add("there is no offer for it.", "Ask again (Cut & bend, Buy) or choose another supplier.");
        else if (!line->instead.empty())
            add(fmt::format("he offers \"{}\" in its place.", line->instead),
                "Change the design to it, or choose another supplier.");
        else if (!line->serves(n.amount))
            add(fmt::format("{:.6g} are wanted, {:.6g} are there.", line->taken(n.amount), line->available),
                "Take the rest from another supplier by hand, or change the design.");
    }
    return out;
}

Purchasing readPurchasing(const Json &json, const std::string &path, Faults &faults) {
    ObjectReader o(json, path, faults);
    Purchasing out;
    for (const auto &[value, at] : o.array("quotes")) {
        ObjectReader q(*value, at, faults);
        Quote quote;
        quote.supplier = q.text("supplier");
        quote.date = q.text("date", std::string());
        for (const auto &[line, lineAt] : q.array("items")) {
            if (const std::string why = faultOf(*line); !why.empty())
                faults.add(fmt::format("This line of a quote cannot be read: {}.", why), lineAt,
                           "Ask the supplier again.");
            else
                quote.lines.push_back(readLine(*line));
        }
        for (const auto &[fault, faultAt] : q.array("faults"))
            if (fault->is_string()) quote.faults.push_back(fault->get<std::string>());
        out.quotes.push_back(std::move(quote));
    }
    if (const Json *chosen = o.child("chosen"); chosen && chosen->is_object()) {
        for (const auto &[need, supplier] : chosen->items()) {
            if (supplier.is_string())
                out.chosen[need] = supplier.get<std::string>();
            else
                faults.add("The name of a supplier is expected here.", path + "/chosen/" + need);
        }
    }
    return out;
}

Json writePurchasing(const Purchasing &p) {
    Json out{{"quotes", Json::array()}, {"chosen", Json::object()}};
    for (const Quote &q : p.quotes) {
        Json lines = Json::array();
        for (const QuoteLine &l : q.lines) lines.push_back(writeLine(l));
        out["quotes"].push_back(
            {{"supplier", q.supplier}, {"date", q.date}, {"items", std::move(lines)}, {"faults", q.faults}});
    }
    for (const auto &[need, supplier] : p.chosen) out["chosen"][need] = supplier;
    return out;
}

}  // namespace hefty::workshop
