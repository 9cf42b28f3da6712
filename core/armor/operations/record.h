#pragma once

#include <array>

#include "core/armor/making/maker.h"

/// One record of what is built by hand, while it is carried out. Not seen outside of this folder.
namespace hefty::armor {

[[nodiscard]] inline Vec3 vec(const std::array<double, 3> &a) {
    return {a[0], a[1], a[2]};
}

/// Reads a record and keeps the first reason why it does not apply.
class Record {
  public:
    /// @param json  must outlive it
    Record(Maker &with, const Json &json) : maker(with), in(json, "operation", m_faults) {}

    /// A place that a record gives; see operations.h.
    struct Place {
        Vec3 at = Vec3::Zero();
        std::string part;  ///< that it is on; empty: none
    };

    /// Only the first reason is kept.
    void refuse(std::string why) {
        if (m_why.empty()) m_why = std::move(why);
    }
    [[nodiscard]] bool fine() const { return m_why.empty() && m_faults.none(); }
    /// Why it does not apply; empty: it does.
    [[nodiscard]] std::string whyNot() const {
        return m_faults.none() ? m_why : m_faults.joined().sentence();
    }
    [[nodiscard]] Assembly &out() { return maker.out(); }
    [[nodiscard]] Faults &faults() { return m_faults; }

    // What records have in common. Each refuses what does not make sense and then gives something harmless.
    [[nodiscard]] std::string freshName();  ///< "name", which no part has yet
    [[nodiscard]] Provenance made(Role role);
    [[nodiscard]] stock::Material material();
    [[nodiscard]] StockedBar stocked();
    [[nodiscard]] double thickness();
    [[nodiscard]] const BarPart *beam(const char *key);  ///< null: refused
    [[nodiscard]] Place place(const char *key);
    [[nodiscard]] Vec3 direction(const char *key, const Vec3 &otherwise);  ///< unit
    [[nodiscard]] Polygon2 corners(const Json &list, const std::string &where);
    [[nodiscard]] FoldedSheet *folded(const std::string &name);   ///< null: there is none of that name
    [[nodiscard]] FoldedBar *foldedBar(const std::string &name);  ///< null: there is none of that name
    /// The folded sheet that a part is a side of; null: it is none.
    [[nodiscard]] const FoldedSheet *foldedWith(const std::string &part);
    /// Refuses a part that the piece does not have, or that is only a side of a folded sheet. What an add-on
    /// is made of goes by the add-on's name.
    bool isPart(const std::string &part);
    /// The parts "name.what" of an add-on, folded sheets and what is bought among them; empty: there is none
    /// of that name.
    [[nodiscard]] std::vector<std::string> groupOf(const std::string &name);
    [[nodiscard]] bool isAddOn(const std::string &name);

  private:
    [[nodiscard]] Vec3 onEdge(const SheetPart &sheet, ObjectReader &place);
    [[nodiscard]] Vec3 onPart(const std::string &part, ObjectReader &place);

    Faults m_faults;
    std::string m_why;

  public:
    Maker &maker;
    ObjectReader in;
};

// Each carries out one kind of record, or refuses it.
void addTube(Record &record);
void addPlate(Record &record);
void addGusset(Record &record);
void addHole(Record &record);
void addBracket(Record &record);
void addTab(Record &record);
void addReceiverTube(Record &record);
void addCap(Record &record);
void addDuty(Record &record);
void addAddOn(Record &record);
void addMirrored(Record &record);
void trimBar(Record &record);
void addRail(Record &record);
void foldPlate(Record &record);
void movePart(Record &record);
void removePart(Record &record);

}  // namespace hefty::armor
