#include "core/job/file_angles.h"

#include <cmath>

#include "core/armor/piece.h"
#include "core/base/constants.h"
#include "core/rig/vehicle.h"

namespace hefty::job {
namespace {

constexpr double decimals = 1e9;  // of a degree

/// Degrees that are read back as exactly this, if there are any beside the nearest; few digits where they do.
double degreesThatGive(double rad) {
    const double plain = degrees(rad);
    const double shortened = std::round(plain * decimals) / decimals;
    for (const double d : {shortened, plain, std::nextafter(plain, 1e300), std::nextafter(plain, -1e300)})
        if (radians(d) == rad) return d;
    return plain;
}

using Turn = double (*)(double);

void turn(Json &in, const char *key, Turn to) {
    if (!in.is_object()) return;
    const auto it = in.find(key);
    if (it != in.end() && it->is_number()) *it = to(it->get<double>());
}

Json *child(Json &in, const char *key) {
    if (!in.is_object()) return nullptr;
    const auto it = in.find(key);
    return it == in.end() ? nullptr : &*it;
}

template <class Do>
void forAll(Json &in, const char *key, const Do &apply) {
    if (Json *list = child(in, key); list && list->is_array())
        for (Json &item : *list) apply(item);
}

/// Of all pieces, those of kept variants too.
template <class Do>
void forPieces(Json &job, const Do &apply) {
    forAll(job, "pieces", apply);
    forAll(job, "variants", [&apply](Json &variant) { forAll(variant, "pieces", apply); });
}

const armor::Pattern *patternOf(Json &piece) {
    const Json *id = child(piece, "pattern");
    return id && id->is_string() ? armor::pattern(id->get<std::string>()) : nullptr;
}

void turnAll(Json &job, Turn to) {
    forPieces(job, [to](Json &piece) {
        const armor::Pattern *pattern = patternOf(piece);
        Json *settings = child(piece, "settings");
        if (!pattern || !settings || child(piece, settingsInRad)) return;
        for (const armor::SettingDescriptor &d : pattern->settings)
            if (d.quantity == measure::Quantity::Angle) turn(*settings, d.id.c_str(), to);
    });
    if (Json *vehicle = child(job, "vehicle"))
        if (Json *data = child(*vehicle, "data"); data && data->is_object())
            for (const auto &[id, value] : data->items())
                if (const rig::DatumDescriptor *d = rig::datum(id);
                    d && d->quantity == measure::Quantity::Angle)
                    turn(value, "value", to);
    if (Json *shop = child(job, "shop")) {
        forAll(*shop, "dies", [to](Json &die) { turn(die, "stroke", to); });
        forAll(*shop, "testBends", [to](Json &bend) {
            turn(bend, "set", to);
            turn(bend, "got", to);
        });
    }
}

}  // namespace

armor::SettingValue asKept(const armor::SettingDescriptor &descriptor, const armor::SettingValue &value) {
    const double *rad = std::get_if<double>(&value);
    if (!rad || descriptor.quantity != measure::Quantity::Angle || !std::isfinite(*rad)) return value;
    return radians(std::round(degrees(*rad) * decimals) / decimals);
}

void anglesToDegrees(Json &job) {
    turnAll(job, degreesThatGive);
}

void anglesToRad(Json &job) {
    turnAll(job, [](double value) { return radians(value); });
    // A program that knows the pattern now takes the mark away with the turn that is left to it: none.
    forPieces(job, [](Json &piece) {
        if (piece.is_object() && patternOf(piece)) piece.erase(settingsInRad);
    });
}

void markUnknownSettings(Json &job) {
    forPieces(job, [](Json &piece) {
        const Json *settings = child(piece, "settings");
        if (piece.is_object() && !patternOf(piece) && settings && !settings->empty())
            piece[settingsInRad] = true;
    });
}

}  // namespace hefty::job
