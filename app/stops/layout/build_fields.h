#pragma once

#include <map>
#include <vector>

#include <QString>

#include "app/stops/layout/place_text.h"
#include "core/armor/addons/addon.h"

/// What can be built by hand, as fields to fill in.
namespace hefty::app {

struct BuildField {
    enum class Kind {
        Word,
        Length,
        Mass,
        Angle,
        Place,   ///< on a part, the vehicle, or by its measures
        Wall,    ///< on a wall of a part
        Spot,    ///< three measures, where nothing needs to be; may be left empty
        OnPart,  ///< two measures on the part that another field names
        Numbers,
        Count,
        Section,
        Choice,    ///< something of the stock
        Template,  ///< of the job
        Part,
        Way,
        RailEnd,
        Side,  ///< of the vehicle
        Acts,  ///< what acts on a part
        BarEnd
    };
    const char *key;
    const char *name;  ///< as the source says it
    Kind kind;
    const char *standard;
    armor::Choice choice = armor::Choice::None;
    [[nodiscard]] QString label() const;  ///< in the language of the window
};

struct BuildSpec {
    const char *op;
    const char *name;
    std::vector<BuildField> fields;
    const armor::AddOn *addOn = nullptr;  ///< whose settings the fields after the place are
    [[nodiscard]] const BuildField *field(const QString &key) const;
};

[[nodiscard]] const std::vector<BuildSpec> &buildSpecs();

/// The operation that filled-in fields describe.
/// @param texts  by the fields' keys
/// @error BadInput  a field that cannot be read, in a sentence
[[nodiscard]] Result<Json> operationFrom(const BuildSpec &spec, const std::map<QString, QString> &texts,
                                         measure::UnitSystem units);

}  // namespace hefty::app
