#include "app/stops/layout/place_text.h"

#include <QRegularExpression>
#include <QStringList>

namespace hefty::app {
namespace {

std::optional<double> lengthFromText(const QString &text, measure::UnitSystem units) {
    const auto read = measure::readQuantity(text.trimmed().toStdString(), measure::Quantity::Length, units);
    if (!read) return std::nullopt;
    return read->value;
}

/// "plate edge 2" is the middle of an edge, "plate edge 2 0.25" a share of it from its corner.
std::optional<Json> onEdge(const QString &text) {
    static const QRegularExpression form(
        "^([^@#,\\s]+)\\s+edge\\s+(\\d+)(?:\\s+([0-9.]+))?(?:\\s+wall\\s+(\\w+))?$");
    const auto m = form.match(text);
    if (!m.hasMatch()) return std::nullopt;
    Json out{{"part", m.captured(1).toStdString()}, {"edge", m.captured(2).toInt()}};
    if (!m.captured(3).isEmpty()) out["share"] = m.captured(3).toDouble();
    if (const std::string wall = m.captured(4).toStdString(); !wall.empty()) {
        if (!armor::directionOf(wall)) return std::nullopt;
        out["wall"] = wall;
    }
    return out;
}

QString textOfLength(double value, measure::UnitSystem units) {
    return QString::fromStdString(measure::printQuantity(value, measure::Quantity::DrilledLength, units));
}

/// A part with a place on it.
std::optional<Json> onPart(const QString &text, measure::UnitSystem units) {
    static const QRegularExpression form("^([^@#,\\s]+)(?:@(.+?))?(?:#(\\d+))?(?:\\s+wall\\s+(\\w+))?$");
    const auto m = form.match(text);
    if (!m.hasMatch()) return std::nullopt;
    Json out{{"part", m.captured(1).toStdString()}};
    if (const QString station = m.captured(2).trimmed(); !station.isEmpty()) {
        if (QStringList{"start", "middle", "end"}.contains(station)) {
            out["station"] = station.toStdString();
        } else {
            const auto read = lengthFromText(station, units);
            if (!read) return std::nullopt;
            out["station"] = *read;
        }
    }
    if (!m.captured(3).isEmpty()) out["corner"] = m.captured(3).toInt();
    if (const std::string wall = m.captured(4).toStdString(); !wall.empty()) {
        if (!armor::directionOf(wall)) return std::nullopt;
        out["wall"] = wall;
    }
    return out;
}

}  // namespace

std::optional<Json> numbersFromText(const QString &text, measure::UnitSystem units) {
    Json out = Json::array();
    for (const QString &part : text.split(',')) {
        const auto read = lengthFromText(part, units);
        if (!read) return std::nullopt;
        out.push_back(*read);
    }
    return out;
}

QString textOfNumbers(const std::vector<double> &lengths, measure::UnitSystem units) {
    QStringList out;
    for (const double v : lengths) out << textOfLength(v, units);
    return out.join(", ");
}

std::optional<Json> placeFromText(const QString &text, measure::UnitSystem units) {
    const QStringList halves = text.split('+');
    if (halves.size() > 2) return std::nullopt;
    const QString base = halves[0].trimmed();
    Json out = Json::object();
    static const QRegularExpression rail("^rail (left|right) (front|rear)$");
    if (const auto m = rail.match(base); m.hasMatch()) {
        out["rail"] = m.captured(1).toStdString();
        out["end"] = m.captured(2).toStdString();
    } else if (base.contains(',')) {
        const auto at = numbersFromText(base, units);
        if (!at || at->size() != 3) return std::nullopt;
        out["at"] = *at;
    } else if (auto edge = onEdge(base)) {
        out = std::move(*edge);
    } else if (auto place = onPart(base, units)) {
        out = std::move(*place);
    } else {
        return std::nullopt;
    }
    if (halves.size() == 2) {
        const auto offset = numbersFromText(halves[1], units);
        if (!offset || offset->size() != 3) return std::nullopt;
        out["offset"] = *offset;
    }
    return out;
}

QString textOfPlace(const Json &place, measure::UnitSystem units) {
    const auto word = [&place](const char *key) {
        const auto it = place.find(key);
        return it != place.end() && it->is_string() ? QString::fromStdString(it->get<std::string>())
                                                    : QString();
    };
    const auto lengths = [&](const char *key) {
        return textOfNumbers(place.at(key).get<std::vector<double>>(), units);
    };
    QString out;
    if (place.contains("rail")) {
        out = QStringLiteral("rail %1 %2").arg(word("rail"), word("end"));
    } else if (place.contains("at")) {
        out = lengths("at");
    } else {
        out = word("part");
        if (const auto station = place.find("station"); station != place.end())
            out +=
                "@" + (station->is_string() ? word("station") : textOfLength(station->get<double>(), units));
        if (place.contains("edge")) out += QStringLiteral(" edge %1").arg(place["edge"].get<int>());
        if (place.contains("share")) out += QStringLiteral(" %1").arg(place["share"].get<double>());
        if (place.contains("corner")) out += QStringLiteral("#%1").arg(place["corner"].get<int>());
        if (!word("wall").isEmpty()) out += " wall " + word("wall");
    }
    if (place.contains("offset")) out += " + " + lengths("offset");
    return out;
}

}  // namespace hefty::app
