#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/builder.h"
#include "core/base/constants.h"

namespace hefty::armor {
namespace {

using measure::Quantity;

/// Builds the bumper step by step; every function adds parts to the assembly.
class WinchBumper {
  public:
    explicit WinchBumper(const BuildInput &input)
        : m_in(input), m_pattern(*pattern("square-tube-winch-bumper")) {}

    Result<Assembly> build() {
        if (auto r = readStockItems(); !r) return tl::unexpected(r.error());
        if (auto r = checkShape(); !r) return tl::unexpected(r.error());
        addBeam();
        for (const double side : {1.0, -1.0}) {
            addEnd(side);
            addBracket(side);
            addTab(side);
            addCheek(side);
            if (setting("gussetLeg") > 0) addGusset(side, true, 0, setting("gussetLeg"));
            if (setting("braceReach") > 0) addBrace(side);
        }
        addTray();
        if (setting("lipHeight") > 0) addLip();
        addWinch();
        addTweakedGussets();
        addSteps();
        addHandles();
        return std::move(m_out);
    }

  private:
    double setting(std::string_view id) const { return number(m_in.piece, m_pattern, id); }
    std::string word(std::string_view id) const { return text(m_in.piece, m_pattern, id); }
    static const char *sideName(double side) { return side > 0 ? "left" : "right"; }

    Result<bool> readStockItems() {
        const auto missing = [](const std::string &what, const std::string &id) {
            return fail(ProblemKind::UnknownId, fmt::format("The stock has no {} \"{}\".", what, id), id);
        };
        const auto *section = m_in.stock.section(word("section"));
        if (!section) return missing("section", word("section"));
        const auto *tube = m_in.stock.material(word("tubeMaterial"));
        if (!tube) return missing("material", word("tubeMaterial"));
        const auto *plate = m_in.stock.material(word("plateMaterial"));
        if (!plate) return missing("material", word("plateMaterial"));
        m_section = *section;
        m_tubeMaterial = *tube;
        m_plateMaterial = *plate;
        auto properties = stock::properties(m_section, m_tubeMaterial.density);
        if (!properties) return tl::unexpected(properties.error());
        m_properties = *properties;
        m_winch = m_in.stock.winch(word("winch"));
        m_rope = m_in.stock.rope(word("rope"));
        m_fairlead = m_in.stock.fairlead(word("fairlead"));
        m_shackle = m_in.stock.shackle(word("shackle"));
        if (!m_winch || !m_rope || !m_fairlead || !m_shackle) return missing("bought part", word("winch"));
        m_footBolt = m_in.stock.bolt(m_winch->footBolt);
        if (!m_footBolt) return missing("bolt", m_winch->footBolt);
        m_fairleadBolt = m_in.stock.bolt(m_fairlead->bolt);
        if (!m_fairleadBolt) return missing("bolt", m_fairlead->bolt);
        return true;
    }

    Result<bool> checkShape() {
        m_h = m_section.height;
        m_d = m_section.width;
        m_back = m_in.rig.frameEnd + setting("setback");
        m_front = m_back + m_d;
        m_mid = m_back + m_d / 2;
        m_z = setting("height");
        m_flat = m_h - 2 * m_properties.outerRadius;
        m_trayTop = m_z - m_h / 2 + m_properties.outerRadius + setting("trayThickness");
        m_drum = m_trayTop + m_winch->drumHeight;
        if (setting("braceReach") >
            (setting("width") - setting("centerWidth")) / 2 / std::cos(setting("sweep")))
            return fail(ProblemKind::BadInput, "The brace reaches past the swept end.", "braceReach",
                        "Make it shorter, or the ends longer.");
        if (setting("width") < setting("centerWidth") + 40)
            return fail(ProblemKind::BadInput, "The straight part leaves less than 20 mm for each swept end.",
                        "centerWidth", "Make the bumper wider or the straight part shorter.");
        if (setting("cornerCut") > m_h - 40)
            return fail(ProblemKind::BadInput,
                        fmt::format("The corner cut leaves less than 40 mm of the {} mm beam.", m_h),
                        "cornerCut", "Cut less.");
        if (footEdge() < m_footBolt->hole)
            return fail(ProblemKind::BadInput, "The feet of the winch stand at or over the edge of the tray.",
                        "trayDepth", "Make the tray deeper or take a smaller winch.");
        if (m_z - m_h / 2 < 50)
            return fail(ProblemKind::BadInput, "The beam would be less than 50 mm above the floor.", "height",
                        "Raise it.");
        const double bracketY =
            m_in.rig.railSpacing / 2 + m_in.rig.railWidth / 2 + setting("bracketThickness");
        if (setting("centerWidth") / 2 < bracketY + 10)
            return fail(ProblemKind::BadInput, "The straight part ends before the brackets.", "centerWidth",
                        fmt::format("It has to be at least {:.0f} mm.", 2 * bracketY + 20));
        if (setting("tabSpacing") / 2 + setting("tabThickness") > setting("centerWidth") / 2)
            return fail(ProblemKind::BadInput,
                        "The recovery tabs stand outside the straight part of the beam.", "tabSpacing",
                        "Bring them closer together.");
        if (setting("tabHeight") > m_flat - 4)
            return fail(ProblemKind::BadInput,
                        fmt::format("The tabs are higher than the flat of the beam ({:.0f} mm).", m_flat),
                        "tabHeight", "Make them lower, or the beam higher.");
        return true;
    }

    Vec3 turned(double side) const {
        const double a = setting("sweep");
        return {-std::sin(a), side * std::cos(a), 0};
    }

    TubePart tube(const std::string &name, const Vec3 &from, const Vec3 &to) const {
        TubePart t;
        t.name = name;
        t.section = m_section;
        t.properties = m_properties;
        t.material = m_tubeMaterial;
        t.from = from;
        t.to = to;
        return t;
    }

    void addBeam() {
        const double half = setting("centerWidth") / 2;
        TubePart beam = tube("beam", {m_mid, half, m_z}, {m_mid, -half, m_z});
        if (setting("sweep") > 0) {
            beam.cutFrom = (Vec3::UnitY() + turned(1)).normalized();
            beam.cutTo = (Vec3(0, -1, 0) + turned(-1)).normalized();
        }
        beam.openings.push_back(
            {half, m_fairlead->openingWidth, m_fairlead->openingHeight, m_drum - m_z, "rope"});
        for (const double y : {1.0, -1.0})
            beam.holes.push_back({y > 0 ? "fairlead.left" : "fairlead.right",
                                  {half - y * m_fairlead->boltSpacing / 2, m_drum - m_z},
                                  m_fairleadBolt->hole,
                                  "fairlead bolt"});
        m_out.tubes.push_back(std::move(beam));
        if (std::abs(m_drum - m_z) + m_fairlead->openingHeight / 2 > m_flat / 2)
            m_out.notes.push_back({"beam", "The rope opening runs into the rounded corner of the beam.",
                                   "Take a higher beam, or a thicker or thinner tray."});
    }

    void addEnd(double side) {
        const std::string name = fmt::format("beam.{}", sideName(side));
        const double half = setting("centerWidth") / 2;
        const double run = (setting("width") / 2 - half) / std::cos(setting("sweep"));
        const Vec3 from(m_mid, side * half, m_z);
        const Vec3 to = from + turned(side) * run;
        TubePart end = tube(name, from, to);
        if (setting("sweep") > 0) end.cutFrom = (Vec3(0, side, 0) + turned(side)).normalized();
        end.taper = setting("cornerCut");
        const Axes axes = end.axes();
        addCap(side, axes, to, end.taper);
        if (end.taper > 0) addClosing(side, end);
        m_out.tubes.push_back(std::move(end));
    }

    PlatePart plate(const std::string &name, const Axes &axes, Polygon2 outline, double t) const {
        PlatePart p;
        p.name = name;
        p.axes = axes;
        p.outline =
            shape::area(outline) < 0 ? Polygon2(outline.rbegin(), outline.rend()) : std::move(outline);
        p.thickness = t;
        p.material = m_plateMaterial;
        return p;
    }

    void addCap(double side, const Axes &tubeAxes, const Vec3 &tip, double cut) {
        constexpr double t = 4;
        Axes axes;
        axes.origin = tip + tubeAxes.x * (t / 2);
        axes.x = tubeAxes.y;
        axes.y = tubeAxes.z;
        axes.z = tubeAxes.x;
        const double y = m_d / 2, z = m_h / 2;
        m_out.plates.push_back(plate(fmt::format("cap.{}", sideName(side)), axes,
                                     {{-y, -z + cut}, {y, -z + cut}, {y, z}, {-y, z}}, t));
    }

    /// Closes the slope that the corner cut leaves open, flush with the cut.
    void addClosing(double side, const TubePart &end) {
        constexpr double t = 4;
        const Axes a = end.axes();
        const Vec3 low = end.from - a.z * (m_h / 2);
        const Vec3 high = end.to - a.z * (m_h / 2 - end.taper);
        const Axes axes = *shape::axesAlong((low + high) / 2, high - low, -a.z);
        PlatePart p = plate(fmt::format("corner.{}", sideName(side)), axes, {}, t);
        const double x = (high - low).norm() / 2, y = m_d / 2;
        p.outline = {{-x, -y}, {x, -y}, {x, y}, {-x, y}};
        p.axes.origin -= axes.z * (t / 2);
        m_out.plates.push_back(std::move(p));
    }

    /// Upright plate along the vehicle at y: x of its axes forward, y up, z to the right.
    static Axes upright(double y) { return {{0, y, 0}, Vec3::UnitX(), Vec3::UnitZ(), -Vec3::UnitY()}; }

    double bracketY(double side) const {
        return side * (m_in.rig.railSpacing / 2 + m_in.rig.railWidth / 2 + setting("bracketThickness") / 2);
    }

    /// Those that the vehicle has, and those to be drilled behind them in the middle of the rail.
    std::vector<rig::FrameHole> frameHoles() const {
        std::vector<rig::FrameHole> out = m_in.vehicle.frontHoles;
        double rear = 0;
        for (const rig::FrameHole &h : out) rear = std::max(rear, h.behindEnd);
        const double apart = 3.5 * out.front().diameter;
        for (int i = 1; i <= static_cast<int>(std::lround(setting("addedBolts"))); ++i) {
            rig::FrameHole more = out.front();
            more.id = fmt::format("added{}", i);
            more.behindEnd = rear + i * apart;
            more.aboveCenter = 0;
            out.push_back(std::move(more));
        }
        return out;
    }

    void addBracket(double side) {
        const std::vector<rig::FrameHole> holes = frameHoles();
        double rear = 0, low = 1e9, high = -1e9, largest = 0;
        for (const rig::FrameHole &h : holes) {
            rear = std::max(rear, h.behindEnd);
            low = std::min(low, h.aboveCenter);
            high = std::max(high, h.aboveCenter);
            largest = std::max(largest, h.diameter);
        }
        const double edge = 1.75 * largest;
        const double x0 = m_in.rig.frameEnd - rear - edge;
        const double x1 = m_in.rig.frameEnd;
        const double z0 = m_in.rig.railCenter + low - edge, z1 = m_in.rig.railCenter + high + edge;
        const double f = m_flat / 2;
        PlatePart p = plate(
            fmt::format("bracket.{}", sideName(side)), upright(bracketY(side)),
            shape::convexHull({{x0, z0}, {x0, z1}, {x1, z0}, {x1, z1}, {m_back, m_z - f}, {m_back, m_z + f}}),
            setting("bracketThickness"));
        BoltJoint mount;
        mount.name = fmt::format("mount.{}", sideName(side));
        mount.part = p.name;
        mount.onto = "frame";
        mount.grade = word("mountBoltGrade");
        const stock::BoltSize *bolt = largestThatFits(holes.front().diameter);
        mount.size = bolt ? bolt->id : "";
        mount.diameter = bolt ? bolt->diameter : holes.front().diameter - 1;
        mount.pitch = bolt ? bolt->pitch : 0;
        mount.hole = holes.front().diameter;
        Vec2 middle = Vec2::Zero();
        for (const rig::FrameHole &h : holes) {
            const Vec2 at(m_in.rig.frameEnd - h.behindEnd, m_in.rig.railCenter + h.aboveCenter);
            p.holes.push_back({h.id, at, h.diameter, "frame bolt"});
            mount.ids.push_back(h.id);
            mount.at.push_back(p.axes.toWorld(at));
            middle += at / static_cast<double>(holes.size());
        }
        mount.axis = Vec3(0, side, 0);
        mount.plane.origin = p.axes.toWorld(middle);
        mount.plane.x = Vec3::UnitX();
        mount.plane.z = mount.axis;
        mount.plane.y = mount.plane.z.cross(mount.plane.x);
        mount.plateThickness = p.thickness;
        mount.ontoThickness = m_in.rig.railWall;
        const stock::Material *rail = m_in.stock.material(m_in.vehicle.railMaterial);
        mount.ontoUltimate = rail ? rail->in(m_in.rig.railWall).ultimate : 0;
        mount.ontoAssumed = m_in.vehicle.railMaterialTrust != rig::Trust::Measured;
        mount.edgeDistance = edge;
        p.strips.push_back({{m_back, m_z}, middle, 2 * m_h});
        m_out.plates.push_back(std::move(p));
        m_out.mounts.push_back(std::move(mount));
    }

    const stock::BoltSize *largestThatFits(double hole) const {
        const stock::BoltSize *best = nullptr;
        for (const stock::BoltSize &b : m_in.stock.bolts)
            if (b.hole <= hole + 0.3 && (!best || b.diameter > best->diameter) &&
                std::find(b.grades.begin(), b.grades.end(), word("mountBoltGrade")) != b.grades.end())
                best = &b;
        return best;
    }

    void addTab(double side) {
        const double y = side * setting("tabSpacing") / 2;
        const double half = setting("tabHeight") / 2;
        const double hole = m_shackle->pinDiameter + 3;
        const double holeX = m_front + setting("tabReach");
        const double nose = holeX + std::max(0.75 * hole + 12, 0.6 * setting("tabHeight") / 1.2);
        const double tail = m_back - 15;
        PlatePart p = plate(fmt::format("tab.{}", sideName(side)), upright(y),
                            {{tail, m_z - half},
                             {holeX, m_z - half},
                             {nose, m_z - half / 2},
                             {nose, m_z + half / 2},
                             {holeX, m_z + half},
                             {tail, m_z + half}},
                            setting("tabThickness"));
        p.holes.push_back({"shackle", {holeX, m_z}, hole, "shackle pin"});
        p.strips.push_back({{tail, m_z}, {holeX, m_z}, setting("tabHeight")});
        Anchor anchor;
        anchor.name = p.name;
        anchor.hole = p.axes.toWorld(Vec2(holeX, m_z));
        anchor.holeDiameter = hole;
        anchor.endDistance = nose - holeX - hole / 2;
        anchor.sideDistance = half - hole / 2;
        anchor.thickness = p.thickness;
        anchor.shackle = m_shackle->id;
        anchor.snatchRope = word("snatchRope");
        m_out.plates.push_back(std::move(p));
        m_out.anchors.push_back(std::move(anchor));
        if (setting("tabThickness") > m_shackle->jaw)
            m_out.notes.push_back({anchor.name,
                                   {"The tab ({0}) is thicker than the jaw of the shackle ({1}).",
                                    {{setting("tabThickness"), Quantity::DrilledLength},
                                     {m_shackle->jaw, Quantity::DrilledLength}}},
                                   "Take a larger shackle or a thinner tab."});
    }

    double cheekY(double side) const {
        return side * (m_winch->length / 2 + 10 + setting("cheekThickness") / 2);
    }

    void addCheek(double side) {
        const double rear = m_back - setting("trayDepth");
        const double top = m_z + m_flat / 2;
        PlatePart p =
            plate(fmt::format("cheek.{}", sideName(side)), upright(cheekY(side)),
                  {{rear, m_trayTop}, {m_back, m_trayTop}, {m_back, top}, {rear, m_trayTop + cheekRear()}},
                  setting("cheekThickness"));
        p.strips.push_back({{m_back, (m_trayTop + top) / 2}, {rear, m_trayTop + cheekRear() / 2}, m_h});
        m_out.plates.push_back(std::move(p));
    }

    /// The cheeks are as high at the rear as the lip that is welded between them.
    double cheekRear() const { return std::clamp(setting("lipHeight"), 50.0, m_z + m_flat / 2 - m_trayTop); }

    void addTray() {
        const double t = setting("trayThickness");
        const double depth = setting("trayDepth");
        const double half = std::abs(cheekY(1)) + setting("cheekThickness") / 2;
        Axes axes;
        axes.origin = {0, 0, m_trayTop - t / 2};
        PlatePart p =
            plate("tray", axes,
                  {{m_back - depth, -half}, {m_back, -half}, {m_back, half}, {m_back - depth, half}}, t);
        const double x = winchX();
        const double fx = m_winch->footWidth / 2, fy = m_winch->footLength / 2;
        for (const double sx : {1.0, -1.0})
            for (const double sy : {1.0, -1.0})
                p.holes.push_back({fmt::format("foot.{}.{}", sx > 0 ? "front" : "rear", sideName(sy)),
                                   {x + sx * fx, sy * fy},
                                   m_footBolt->hole,
                                   "winch foot"});
        // A grid of strips: along the rows of feet, and fore and aft through the feet and the middle.
        const double row = std::min(depth / 2, 2 * fx);
        for (const double sx : {1.0, -1.0})
            p.strips.push_back({{x + sx * fx, -half}, {x + sx * fx, half}, row});
        for (const double y : {-half * 0.92, -fy, 0.0, fy, half * 0.92})
            p.strips.push_back({{m_back - depth, y}, {m_back, y}, half / 2.5});
        m_out.plates.push_back(std::move(p));
        const double lip = setting("lipHeight") > 0 ? setting("lipThickness") : 0;
        if (depth < m_winch->depth + 12 + lip)
            m_out.notes.push_back({"tray", "The winch is deeper than its tray.", "Make the tray deeper."});
        const double inside = m_in.rig.railSpacing - m_in.rig.railWidth;
        if (2 * half > inside - 10 && m_back - depth < m_in.rig.frameEnd)
            m_out.notes.push_back(
                {"tray",
                 {"The tray ({0}) does not go between the rails ({1}).", {{2 * half}, {inside}}},
                 "Take a shorter winch, or a larger gap to the frame ends."});
    }

    /// Stiffens the free edge of the tray, where the rear feet lift.
    void addLip() {
        const double t = setting("lipThickness");
        const double half = std::abs(cheekY(1)) - setting("cheekThickness") / 2;
        const double top = setting("lipHeight");
        Axes axes;
        axes.origin = {m_back - setting("trayDepth") + t / 2, 0, m_trayTop};
        axes.x = Vec3::UnitY();
        axes.y = Vec3::UnitZ();
        axes.z = Vec3::UnitX();
        PlatePart p = plate("lip", axes, {{-half, 0}, {half, 0}, {half, top}, {-half, top}}, t);
        p.strips.push_back({{-half, top / 2}, {half, top / 2}, top});
        m_out.plates.push_back(std::move(p));
    }

    /// From the middle of a foot's hole to the nearest edge of the tray, fore and aft.
    double footEdge() const {
        const double toFoot = m_winch->depth / 2 - m_winch->footWidth / 2;
        return std::min(10 + toFoot, setting("trayDepth") - 10 - m_winch->depth + toFoot);
    }

    double winchX() const { return m_back - 10 - m_winch->depth / 2; }

    BoltJoint fairleadBolts() const {
        BoltJoint bolts;
        bolts.name = "fairlead.bolts";
        bolts.part = "beam";
        bolts.onto = "fairlead";
        bolts.size = m_fairleadBolt->id;
        bolts.grade = word("fairleadBoltGrade");
        bolts.diameter = m_fairleadBolt->diameter;
        bolts.pitch = m_fairleadBolt->pitch;
        bolts.hole = m_fairleadBolt->hole;
        bolts.axis = Vec3::UnitX();
        bolts.plane = {{m_front, 0, m_drum}, Vec3::UnitY(), Vec3::UnitZ(), Vec3::UnitX()};
        bolts.plateThickness = m_properties.wall;
        const double up = m_h / 2 - std::abs(m_drum - m_z);
        bolts.edgeDistance = std::min(up, (m_fairlead->boltSpacing - m_fairlead->openingWidth) / 2);
        for (const double side : {1.0, -1.0}) {
            bolts.ids.emplace_back(sideName(side));
            bolts.at.emplace_back(m_front, side * m_fairlead->boltSpacing / 2, m_drum);
        }
        return bolts;
    }

    void addWinch() {
        WinchMount mount;
        mount.winch = m_winch->id;
        mount.rope = m_rope->id;
        mount.fairlead = m_fairlead->id;
        mount.drum = {winchX(), 0, m_drum};
        mount.drumWidth = m_fairlead->openingWidth - 2 * m_rope->diameter;
        mount.fairleadAt = {m_front + m_fairlead->depth / 2, 0, m_drum};
        mount.openingWidth = m_fairlead->openingWidth;
        mount.openingHeight = m_fairlead->openingHeight;
        mount.feetPlate = "tray";
        mount.fairleadPart = "beam";
        mount.fairleadBolts = fairleadBolts();
        mount.fairleadHeight = m_fairlead->height;
        BoltJoint feet;
        feet.name = "winch.bolts";
        feet.part = "tray";
        feet.onto = "winch";
        feet.size = m_footBolt->id;
        feet.grade = word("footBoltGrade");
        feet.diameter = m_footBolt->diameter;
        feet.pitch = m_footBolt->pitch;
        feet.hole = m_footBolt->hole;
        feet.axis = Vec3::UnitZ();
        feet.plane.origin = {winchX(), 0, m_trayTop};
        feet.plateThickness = setting("trayThickness");
        feet.edgeDistance = footEdge();
        for (const double sx : {1.0, -1.0})
            for (const double sy : {1.0, -1.0}) {
                const Vec3 at(winchX() + sx * m_winch->footWidth / 2, sy * m_winch->footLength / 2,
                              m_trayTop);
                feet.ids.push_back(fmt::format("{}.{}", sx > 0 ? "front" : "rear", sideName(sy)));
                feet.at.push_back(at);
                mount.feet.push_back(at);
            }
        m_out.feet.push_back(std::move(feet));
        m_out.winch = std::move(mount);
        m_out.bought.push_back({"winch",
                                m_winch->id,
                                "winch",
                                m_winch->name,
                                m_winch->mass,
                                {winchX(), 0, m_trayTop + m_winch->height / 2},
                                {m_winch->depth, m_winch->length, m_winch->height}});
        m_out.bought.push_back({"fairlead",
                                m_fairlead->id,
                                "fairlead",
                                m_fairlead->name,
                                m_fairlead->mass,
                                {m_front + m_fairlead->depth / 2, 0, m_drum},
                                {m_fairlead->depth, m_fairlead->width, m_fairlead->height}});
        m_out.bought.push_back(
            {"rope", m_rope->id, "rope", m_rope->name, m_rope->mass, {winchX(), 0, m_drum}, Vec3::Zero()});
    }

    /// A triangle lying flat between the outer or inner face of a bracket and the back of the beam.
    void addGusset(double side, bool outer, double above, double leg) {
        const double t = setting("bracketThickness") / 2;
        const double out = outer ? side : -side;
        const double y = bracketY(side) + out * t;
        const std::string name = fmt::format("gusset.{}.{}{}", sideName(side), outer ? "outer" : "inner",
                                             above == 0 ? "" : (above > 0 ? ".upper" : ".lower"));
        Axes axes;
        axes.origin = {0, 0, m_z + above};
        Polygon2 outline{{m_back, y}, {m_back - leg, y}, {m_back, y + out * leg}};
        PlatePart p = plate(name, axes, outline, setting("gussetThickness"));
        p.strips.push_back({{m_back - leg / 2, y}, {m_back, y + out * leg / 2}, leg / std::sqrt(2.0)});
        if (m_out.has(name)) {
            m_out.notes.push_back(
                {name, "There is a gusset already where another was added.", "Remove one."});
            return;
        }
        if (std::abs(y + out * leg) > setting("centerWidth") / 2)
            m_out.notes.push_back(
                {name, "The gusset reaches past the straight part of the beam and has less to land on.",
                 "Make it shorter, or the straight part longer."});
        m_out.plates.push_back(std::move(p));
    }

    /// A plate lying flat in the corner between bracket, beam and swept end, above the gusset.
    void addBrace(double side) {
        const double y = bracketY(side) + side * setting("bracketThickness") / 2;
        const double corner = side * (setting("centerWidth") / 2 - m_d / 2 * std::tan(setting("sweep") / 2));
        const Vec3 along = turned(side);
        const Vec2 bend(m_back, corner);
        const Vec2 tip = bend + Vec2(along.x(), along.y()) * setting("braceReach");
        const double leg = std::max(setting("gussetLeg"), 60.0);
        Axes axes;
        axes.origin = {0, 0, m_z + m_flat / 3};
        PlatePart p = plate(fmt::format("brace.{}", sideName(side)), axes,
                            {{m_back, y}, {m_back - leg, y}, tip, bend}, setting("gussetThickness"));
        const Vec2 start(m_back - leg / 2, y), landing = (bend + tip) / 2;
        p.strips.push_back({start, landing, leg / 2});
        m_out.plates.push_back(std::move(p));
    }

    void addTweakedGussets() {
        for (const Tweak &t : m_in.piece.tweaks) {
            if (t.kind != Tweak::Kind::Gusset) continue;
            const bool left = t.part == "bracket.left";
            if ((!left && t.part != "bracket.right") || !(t.value >= 20 && t.value <= 300) ||
                std::abs(t.at.y()) > m_flat / 2) {
                m_out.notes.push_back(
                    {t.part,
                     "A gusset that was added no longer has a place.",
                     {"Remove the change, or give it a leg from {0} to {1}.", {{20}, {300}}}});
                continue;
            }
            addGusset(left ? 1 : -1, t.at.x() == 0, t.at.y(), t.value);
        }
    }

    void addSteps() {
        const double top = m_z + m_h / 2;
        m_out.steps.push_back({"beam", {m_mid, 0, top}});
        m_out.strikes.push_back({"middle", "Struck in the middle", "beam", {m_front, 0, m_z}});
        const double under = m_z - m_h / 2;
        m_out.grounds.push_back({"middle", "Rock under the middle", "beam", {m_mid, 0, under}});
        for (const double side : {1.0, -1.0}) {
            const double run = (setting("width") - setting("centerWidth")) / 2 / std::cos(setting("sweep"));
            const Vec3 tip = Vec3(m_mid, side * setting("centerWidth") / 2, top) + turned(side) * run;
            m_out.steps.push_back({fmt::format("beam.{}", sideName(side)), tip});
            m_out.strikes.push_back({fmt::format("end.{}", sideName(side)),
                                     fmt::format("Struck on the {} end", sideName(side)),
                                     fmt::format("beam.{}", sideName(side)), Vec3(tip.x(), tip.y(), m_z)});
            m_out.grounds.push_back({fmt::format("end.{}", sideName(side)),
                                     fmt::format("Rock under the {} end", sideName(side)),
                                     fmt::format("beam.{}", sideName(side)),
                                     Vec3(tip.x(), tip.y(), under + setting("cornerCut"))});
            m_out.jacks.push_back({sideName(side),
                                   fmt::format("Jack under the {} frame rail", sideName(side)),
                                   "beam",
                                   {m_mid, side * m_in.rig.railSpacing / 2, under}});
        }
    }

    void addHandles() {
        const double a = setting("sweep");
        const double half = setting("centerWidth") / 2;
        const double run = (setting("width") / 2 - half) / std::cos(a);
        const Vec3 tip = Vec3(m_mid, -half, m_z) + turned(-1) * run;
        auto &h = m_out.handles;
        const Vec3 tipMove(-std::tan(a) / 2, -0.5, 0);
        h.push_back({"width", "top", tip, tipMove});
        h.push_back({"width", "front", tip, Vec3(0, -0.5, 0)});
        h.push_back({"height", "front", {m_mid, 0, m_z + m_h / 2}, Vec3::UnitZ()});
        h.push_back({"height", "side", {m_front, 0, m_z + m_h / 2}, Vec3::UnitZ()});
        h.push_back({"setback", "top", {m_front, 0, m_z}, Vec3::UnitX()});
        h.push_back({"setback", "side", {m_front, 0, m_z}, Vec3::UnitX()});
        h.push_back({"centerWidth", "top", {m_front, half, m_z}, Vec3(0, 0.5, 0)});
        const Vec3 left = Vec3(m_mid, half, m_z) + turned(1) * run;
        const double outward = setting("width") / 2 - half;  // the tip keeps its y while the sweep changes
        h.push_back({"sweep", "top", left, Vec3(-outward / (std::cos(a) * std::cos(a)), 0, 0)});
        h.push_back({"cornerCut", "front", left - Vec3(0, 0, m_h / 2 - setting("cornerCut")), Vec3::UnitZ()});
        h.push_back({"tabSpacing", "front", {m_front, setting("tabSpacing") / 2, m_z}, Vec3(0, 0.5, 0)});
        h.push_back({"tabReach",
                     "side",
                     {m_front + setting("tabReach"), 0, m_z - setting("tabHeight") / 2},
                     Vec3::UnitX()});
        h.push_back({"trayDepth", "top", {m_back - setting("trayDepth"), 0, m_z}, -Vec3::UnitX()});
    }

    const BuildInput &m_in;
    const Pattern &m_pattern;
    Assembly m_out;
    stock::Section m_section;
    stock::SectionProperties m_properties;
    stock::Material m_tubeMaterial, m_plateMaterial;
    const stock::Winch *m_winch = nullptr;
    const stock::Rope *m_rope = nullptr;
    const stock::Fairlead *m_fairlead = nullptr;
    const stock::BoltSize *m_fairleadBolt = nullptr;
    const stock::Shackle *m_shackle = nullptr;
    const stock::BoltSize *m_footBolt = nullptr;
    double m_h = 0, m_d = 0, m_back = 0, m_front = 0, m_mid = 0, m_z = 0, m_flat = 0, m_trayTop = 0,
           m_drum = 0;
};

}  // namespace

Pattern winchBumperPattern() {
    return {"square-tube-winch-bumper", "Square-tube winch bumper",
            "A beam of rectangular tube with swept ends, two bracket plates bolted to the frame ends, a "
            "winch low "
            "behind the beam and two recovery tabs through it.",
            winchBumperSettings(), [](const BuildInput &input) { return WinchBumper(input).build(); }};
}

}  // namespace hefty::armor
