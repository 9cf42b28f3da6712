#pragma once

#include "core/armor/piece.h"

/// What a person builds by hand, on a pattern's piece or from nothing: records that are kept with the piece,
/// in order, and go through the same Maker as a pattern's parts.
///
///     {"op": "tube", "name", "section", "material", "from": PLACE, "to": PLACE, "bends": [{"at": [x,y,z],
///     "radius"}],                           with "cuts": from 1, a corner is notched and folded, by that
///     many cuts
///      "cope": true, "weld": 5}           cut to lie on the parts that its two places are on
///     {"op": "plate", "name", "material", "thickness", "at": PLACE, "normal": [..], "up": [..],
///      "outline": [[u,v], ..], "weld",    u to the right of `up` seen against the normal
///      "cutouts": [[[u,v], ..], ..],
///      "folds": [{"from": [u,v], "to": [u,v], "angle": deg, "radius": inside}]}   what lies left of from-to
///      turns by the angle, right-handed about it; the plate's sides are then NAME.1, NAME.2, ...
///      "holes": [{"at": [u,v], "diameter", "purpose"}]
///      instead of normal and up: "edge": from 1, "along": [..], "away": [..]   it stands at the place by
///      that edge of its outline, which runs along one direction, and goes away from it along the other
///     {"op": "gusset", "name", "material", "thickness", "corner": PLACE, "along": [..], "up": [..], "leg",
///     "weld"}
///     {"op": "bracket", "end": "front|rear", "beam", "thickness", "material", "grade", "weld"}   on both
///     rails
///     {"op": "tab", "name", "beam", "across", "thickness", "height", "reach", "material", "shackle", "weld"}
///     {"op": "receiver", "name", "beam", "across", "receiver", "reach", "towMass", "shackle", "pin",
///     "weld"}   with a shackle: a block with it is put in to be recovered by
///     {"op": "cap", "name", "bar", "end": "start|end", "material", "weld"}
///     {"op": "hole", "part", "at": [u,v], "diameter", "purpose"}
///     {"op": "trim", "bar", "end": "start|end", "onto": part}   cuts an end to lie on another part
///     {"op": "rail", "side": "left|right", "from", "to"}   a rail of the vehicle to weld to, called
///     "rail.left": what is welded to it lies from `from` to `to` behind the front axle
///     {"op": "fold", "part", "from": PLACE, "to": PLACE, "angle": deg, "radius": inside}   folds a flat
///     plate of the piece along a line: what lies left of it turns; its sides are then PART.1, PART.2
///     {"op": "mirror", "part", "name"}     a twin on the other side; "name" may be left out
///     {"op": "move", "part", "by": [..]}
///     {"op": "remove", "part"}
///     {"op": "addon", "addon": id of the folder, "name", "at": PLACE with "wall", "settings": {..}}   angles
///     in degrees; its parts are NAME or NAME.what, and go by NAME in mirror, move and remove
///     {"op": "duty", "name", "kind": "strike|step|jack|rock", "at": PLACE}   something acts on a part there
///
/// PLACE: {"at": [x,y,z]}; {"part", "station": mm from its start, or "start|middle|end"} of a bar; {"part"}
/// of a sheet, its middle, or {"part", "corner": from 1}, or {"part", "edge":
/// from 1, "share": 0 to 1 from the corner of that number}; {"rail": "left|right", "end": "front|rear"} the
/// outer side of a rail at its end; of a part with "wall": "forward|rearward|left|right|up|down" the place on
/// its outside that way; each with "offset": [x,y,z].
namespace hefty::armor {

/// Carries out one record on what has been built. @return why it does not apply; empty: it was carried out
[[nodiscard]] std::string carryOut(Assembly &assembly, const BuildInput &input, const Pattern &pattern,
                                   const Json &record);

/// Carries out the operations of a piece. One that is not known, or no longer applies, becomes a note and
/// leaves the assembly as it was; the record itself stays with the piece.
void applyOperations(Assembly &assembly, const BuildInput &input, const Pattern &pattern);

}  // namespace hefty::armor
