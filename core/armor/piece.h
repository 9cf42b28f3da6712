#pragma once

#include <functional>
#include <map>
#include <span>
#include <string>
#include <variant>
#include <vector>

#include "core/armor/assembly.h"
#include "core/base/object_reader.h"
#include "core/base/result.h"
#include "core/measure/quantity.h"
#include "core/rig/vehicle.h"
#include "core/stock/stock.h"

namespace hefty::armor {

/// A setting's value: a number in core units, or the id of a stock item.
using SettingValue = std::variant<double, std::string>;

/// What a text setting chooses from.
enum class Choice {
    None,
    RectTube,
    PlateMaterial,
    TubeMaterial,
    Winch,
    Rope,
    SnatchRope,
    Fairlead,
    Shackle,
    BoltGrade,
    Filler,
    RoundTube,
    SquareTube,
    Receiver,
    Bolt,
    SheetMaterial  ///< steel or aluminum
};

/// What a fabricator can set on a pattern: one declaration feeds the form, the handles, the range
/// check and the file.
struct SettingDescriptor {
    std::string id;
    std::string name;
    std::string meaning;
    std::string group;
    measure::Quantity quantity = measure::Quantity::Length;
    Choice choice = Choice::None;
    double least = 0, most = 0, step = 1;
    SettingValue standard;   ///< default
    bool thickness = false;  ///< a plate thickness: sizes come from the stock of the plate material
    /// It does nothing unless one of these settings is wanted (none here: it always does something), nor if
    /// one of those is.
    std::vector<std::string> onlyWith = {}, notWith = {};
    /// 1 is yes, 0 is no.
    [[nodiscard]] bool isYesNo() const {
        return choice == Choice::None && quantity == measure::Quantity::Count && least == 0 && most == 1;
    }
};

/// A later change to one named part.
struct Tweak {
    enum class Kind { Move, Section, Thickness, Gusset, Drill, WeldLeg, Stitch, LeaveOut };
    Kind kind = Kind::Move;
    std::string part;        ///< the part, or the weld "a~b" for WeldLeg, Stitch and LeaveOut
    Vec3 by = Vec3::Zero();  ///< Move: vehicle axes, mm
    std::string section;     ///< Section: stock id
    double value = 0;        ///< Thickness or WeldLeg or Gusset's leg or Drill's diameter or a Stitch, mm
    Vec2 at = Vec2::Zero();  ///< Drill: in the part's axes; Stitch: x = from middle to middle; Gusset: x =
                             ///< along the beam (0 outer, 1 inner), y = height
    std::string label;       ///< Drill: what the hole is for

    bool operator==(const Tweak &) const = default;
};

[[nodiscard]] std::string_view tweakWord(Tweak::Kind kind);

/// A piece of armor: a pattern with its settings, and tweaks to named parts.
struct Piece {
    std::string id, name;
    std::string pattern;
    std::string on;  ///< id of the piece that it stands on; empty: the vehicle alone
    std::map<std::string, SettingValue, std::less<>> settings;  ///< only those that differ from the default
    std::vector<Tweak> tweaks;
    std::vector<Json> operations;  ///< what a person has built on by hand, in order (armor/operations.h)
    std::vector<OffDuty> off;      ///< duties that are left out of its proof
    double mountStiffness = 1;     ///< of its bolts, as a proof pull told, against what bolts are taken with
    Json extra = Json::object();

    bool operator==(const Piece &) const = default;
};

/// What a pattern builds from.
struct BuildInput {
    const Piece &piece;
    const rig::Vehicle &vehicle;
    const rig::RigGeometry &rig;
    const stock::Stock &stock;
};

/// Where on a vehicle a pattern goes.
enum class Where { Front, Rear, Sides, Underneath, SpareWheel, Nothing };
[[nodiscard]] std::string_view whereWord(Where where);  ///< for people: "front"

/// What a pattern itself offers against a finding: one of its settings, step by step.
struct Cure {
    std::string
        of;  ///< beginning of the findings' ids, "gauge/approach"; or "role/tray": checks of such a part
    std::string setting;
    double step = 0;  ///< in core units
};

/// One of the ways in which shops build a thing: what it sets.
struct SchoolOption {
    std::string name;  ///< "synthetic rope"
    std::vector<std::pair<std::string, SettingValue>> sets;
};
/// A choice on which shops differ, neither being wrong.
struct School {
    std::string name;  ///< "Line of the winch"
    std::vector<SchoolOption> options;
};

/// A way to build a piece: one file in core/armor/patterns.
struct Pattern {
    std::string id, name, about;
    Where where = Where::Nothing;
    std::string kinds;  ///< of vehicles that it fits, as in rig::DatumDescriptor: "LT"
    std::vector<SettingDescriptor> settings;
    std::function<Result<Assembly>(const BuildInput &)> build;
    std::vector<Cure> cures = {};
    std::vector<std::string> checklist = {};  ///< what is forgotten on such pieces, one sentence each
    bool addsGussets = false;                 ///< it builds the gussets that tweaks add at its brackets
    std::vector<School> schools = {};

    [[nodiscard]] const SettingDescriptor *setting(std::string_view settingId) const;
    [[nodiscard]] bool fits(rig::VehicleKind kind) const {
        return kinds.find("LTURS"[static_cast<std::size_t>(kind)]) != std::string::npos;
    }
};

/// All that the folder of patterns holds, in the order of their places on a vehicle.
[[nodiscard]] std::span<const Pattern> patterns();
[[nodiscard]] const Pattern *pattern(std::string_view id);

/// A setting's value: the piece's own, or the default. @pre the setting exists
[[nodiscard]] double number(const Piece &piece, const Pattern &pattern, std::string_view setting);
[[nodiscard]] std::string text(const Piece &piece, const Pattern &pattern, std::string_view setting);

/// False of a setting that does nothing while others are as they are.
[[nodiscard]] bool doesSomething(const Piece &piece, const Pattern &pattern,
                                 const SettingDescriptor &setting);

/// Checks a value against its descriptor and the stock.
/// @error BadInput out of range or of the wrong kind; UnknownId not in the stock
[[nodiscard]] Result<bool> checkSetting(const SettingDescriptor &descriptor, const SettingValue &value,
                                        const stock::Stock &stock);

/// Stock ids that a choice offers, in stock order.
[[nodiscard]] std::vector<std::string> options(Choice choice, const stock::Stock &stock);

/// Builds a piece: pattern, tweaks, solids, welds found from contact.
/// @error UnknownId for a pattern that does not exist; BadInput for settings outside their range or a
///        geometry that cannot be built
[[nodiscard]] Result<Assembly> build(const BuildInput &input);

/// File form. Faults are noted with their path.
[[nodiscard]] Piece readPiece(const Json &json, const std::string &path, Faults &faults);
[[nodiscard]] Json writePiece(const Piece &piece);

}  // namespace hefty::armor
