#pragma once

#include "core/workshop/hours.h"

/// What has to be bought for a job, what suppliers ask for it, and what is made instead.
namespace hefty::workshop {

/// Something that a supplier can be asked for.
struct Need {
    enum class Kind {
        Bar,     ///< whole bars of one section and length
        Plate,   ///< plate of one thickness, by weight
        Bolt,    ///< with nut and washers
        Bought,  ///< ready made
        Work     ///< work that is given out: cutting plates to shape, bending tubes
    };
    std::string id;  ///< "bar/RHS 120x80x6/S235", stable while the design is
    Kind kind = Kind::Bar;
    std::string what;             ///< for people: "Bar RHS 120x80x6, S235, 6000 mm"
    std::string stock, material;  ///< section, size or part of the stock; material or grade
    double amount = 0;
    std::string unit;           ///< "bars", "kg", "m"; empty: a count
    std::optional<double> own;  ///< material by the shop's own prices, its money; none: not known
    double ownHours = 0;        ///< of work in it, if the shop does it
    std::string ownBy;          ///< how these come about
    bool counted = false;       ///< material cost and hours of the job have it at these already
    double sheetLength = 0, sheetWidth = 0;  ///< of plate as it is sold, mm; 0: not known
    double sheetMass = 0;                    ///< of one such sheet, kg
    bool operator==(const Need &) const = default;
};
[[nodiscard]] std::string_view needWord(Need::Kind kind);  ///< in messages: "bar"

/// What has to be bought or made for the pieces together.
/// @param fabrications, hours  of each assembly, null where there is none
[[nodiscard]] std::vector<Need> needsOf(const std::vector<const armor::Assembly *> &assemblies,
                                        const std::vector<const Fabrication *> &fabrications,
                                        const std::vector<const WorkHours *> &hours, const Shop &shop,
                                        const stock::Stock &stock);

/// One line of a supplier's answer.
struct QuoteLine {
    std::string need;      ///< id
    double each = 0;       ///< for one of its unit, the supplier's money
    double available = 0;  ///< that he has or can get
    int days = 0;          ///< until it is there
    std::string instead;   ///< what he offers in its place; empty: the thing itself
    std::string note;
    double lot = 0;  ///< sold only in multiples of this much: the weight of a sheet, bolts in a pack; 0: any
    bool operator==(const QuoteLine &) const = default;
    /// What has to be taken of it for an amount.
    [[nodiscard]] double taken(double amount) const;
    [[nodiscard]] double price(double amount) const { return each * taken(amount); }
    /// There is enough of it, and it is the thing itself.
    [[nodiscard]] bool serves(double amount) const;
};

/// A supplier's answer.
struct Quote {
    std::string supplier;
    std::string date;  ///< ISO 8601, when it was asked for
    std::vector<QuoteLine> lines;
    std::vector<std::string> faults;  ///< what of the answer was not taken, and why
    bool operator==(const Quote &) const = default;
    [[nodiscard]] const QuoteLine *line(std::string_view need) const;
};

/// In the place of a supplier: the shop makes it.
inline constexpr const char *makeIt = "make";

/// What suppliers said and what was chosen.
struct Purchasing {
    std::vector<Quote> quotes;                  ///< one a supplier
    std::map<std::string, std::string> chosen;  ///< need -> supplier, or makeIt; not in it: not decided
    bool operator==(const Purchasing &) const = default;
    [[nodiscard]] bool empty() const { return quotes.empty() && chosen.empty(); }
    [[nodiscard]] const Quote *from(std::string_view supplier) const;
};
[[nodiscard]] Purchasing readPurchasing(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writePurchasing(const Purchasing &purchasing);

/// The question to a supplier (docs/suppliers.md).
[[nodiscard]] std::string quoteRequest(const std::vector<Need> &needs, const std::string &currency);
/// Reads an answer. Lines that cannot be (a price or amount that is no number or below 0, twice the same,
/// what was not asked for) are left out and told in `faults`; what was asked for and is not in it too.
/// @error BadInput  no JSON, no list of lines, another currency
[[nodiscard]] Result<Quote> readQuote(std::string_view text, const std::vector<Need> &needs,
                                      const std::string &currency, const std::string &date);

/// What the choices change.
struct PurchaseSum {
    double cost = 0;   ///< added to the material cost, the shop's money
    double hours = 0;  ///< added to the hours; below 0: work given out
    int days = 0;      ///< until the last thing is there
    working::Working working;
};
[[nodiscard]] PurchaseSum sumOf(const Purchasing &purchasing, const std::vector<Need> &needs);

/// Why a choice does not hold: the supplier has not answered for it, has too little, or offers something
/// else.
struct PurchaseProblem {
    std::string need, supplier;
    std::string sentence, remedy;
};
[[nodiscard]] std::vector<PurchaseProblem> problemsOf(const Purchasing &purchasing,
                                                      const std::vector<Need> &needs);

}  // namespace hefty::workshop
