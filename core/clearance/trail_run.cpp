#include "core/clearance/trail_run.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <tuple>

#include <fmt/format.h>
#include <Eigen/Dense>

#include "core/base/constants.h"

namespace hefty::clearance {
namespace {

using Eigen::Matrix3d;
using Eigen::Vector3d;

constexpr double stopOverTire = 10;  ///< stiffness of the stop at the end of travel over the tire's
constexpr double balanced = 1e-9;    ///< share of the weight that the forces may miss
constexpr double grazes = 0.5;       ///< mm: less is a touch
constexpr double bucket = 10;        ///< mm along the vehicle in which only the lowest point counts

struct Corner {
    Vec3 center = Vec3::Zero();  ///< of the wheel, vehicle axes, as it stands
    const RunAxle *axle = nullptr;
    double load = 0;  ///< as it stands
    const std::vector<double> *rolled = nullptr;
};

/// What one wheel does in a pose of the body.
struct CornerState {
    double load = 0, travel = 0;
    double stiffness = 0;    ///< of spring and tire together, here
    double slope = 0;        ///< rise of the wheel's way over the way, here
    Vec3 at = Vec3::Zero();  ///< of the wheel's center, world
};

/// Rise of the body, pitch and roll.
struct Pose {
    double x = 0, z = 0, pitch = 0, roll = 0;

    [[nodiscard]] Matrix3d turn() const {
        return (Eigen::AngleAxisd(-pitch, Vector3d::UnitY()) * Eigen::AngleAxisd(roll, Vector3d::UnitX()))
            .toRotationMatrix();
    }
};

Result<bool> check(const RunVehicle &v) {
    const auto above = [](double value, const std::string &where) -> Result<bool> {
        if (value > 0 && std::isfinite(value)) return true;
        return fail(ProblemKind::BadInput, "This must be above 0 to drive the vehicle.", where,
                    "Measure it first.");
    };
    for (const auto &[axle, name] : {std::pair{&v.front, "front"}, {&v.rear, "rear"}})
        for (const auto &[value, what] : {std::pair{axle->tire.radius, "radius"},
                                          {axle->tire.width, "width"},
                                          {axle->tire.track, "track"},
                                          {axle->spring, "spring"},
                                          {axle->tireRate, "tireRate"},
                                          {axle->bump, "bump"},
                                          {axle->droop, "droop"}})
            if (auto fine = above(value, fmt::format("{}/{}", name, what)); !fine) return fine;
    for (const auto &[value, what] : {std::pair{v.wheelbase, "wheelbase"},
                                      {v.frontMass, "frontMass"},
                                      {v.rearMass, "rearMass"},
                                      {v.centerHeight, "centerHeight"}})
        if (auto fine = above(value, what); !fine) return fine;
    for (const TouchPoint &p : v.points)
        if (!p.at.allFinite()) return fail(ProblemKind::NotFinite, "The point is not finite.", p.id);
    return true;
}

/// Drives one vehicle over one terrain.
class Driver {
  public:
    Driver(const RunVehicle &v, const Terrain &t) : m_vehicle(v), m_terrain(t) {
        m_weight = weight(v.frontMass + v.rearMass);
        m_center = {-v.wheelbase * v.rearMass / (v.frontMass + v.rearMass), 0, v.centerHeight};
        m_inner = std::max(
            1.0,
            std::min(v.front.tire.track - v.front.tire.width, v.rear.tire.track - v.rear.tire.width) / 2);
        m_rolled = {
            rolledOver(t.left, t.step, v.front.tire.radius), rolledOver(t.right, t.step, v.front.tire.radius),
            rolledOver(t.left, t.step, v.rear.tire.radius), rolledOver(t.right, t.step, v.rear.tire.radius)};
        for (std::size_t i = 0; i < 4; ++i) {
            const bool isFront = i < 2, isLeft = i % 2 == 0;
            const RunAxle &axle = isFront ? v.front : v.rear;
            m_corners[i] = {
                {isFront ? 0.0 : -v.wheelbase, (isLeft ? 1 : -1) * axle.tire.track / 2, axle.tire.radius},
                &axle,
                weight(isFront ? v.frontMass : v.rearMass) / 2,
                &m_rolled[i]};
        }
        keepLowest();
    }

    /// @param toFirstStrike  ends the run where something first strikes
    Result<TrailRun> run(const std::stop_token &stop, bool toFirstStrike = false) {
        TrailRun out;
        const double margin = m_vehicle.front.tire.radius + 2 * m_terrain.step;
        const double from = m_terrain.start + m_vehicle.wheelbase + margin, to = m_terrain.end() - margin;
        if (!(from < to))
            return fail(ProblemKind::BadInput, "The way is shorter than the vehicle.", "terrain",
                        "Make it longer.");
        Pose pose, last;
        std::array<bool, 4> up{};
        std::size_t steps = 0;
        for (double x = from; x <= to; x += m_terrain.step) {
            if (++steps % 64 == 0 && stop.stop_requested())
                return fail(ProblemKind::Stopped, "The run was stopped.", "trail");
            // What moved on the last step is likely to move as much again.
            const Pose before = pose;
            if (steps > 2) {
                pose.z += pose.z - last.z;
                pose.pitch += pose.pitch - last.pitch;
                pose.roll += pose.roll - last.roll;
            }
            last = before;
            pose.x = x;
            out.worstImbalance = std::max(out.worstImbalance, settle(pose));
            RunPose shown{x, pose.z, pose.pitch, pose.roll, {}, {}};
            for (std::size_t i = 0; i < 4; ++i) {
                shown.load[i] = m_states[i].load;
                shown.travel[i] = m_states[i].travel;
                const bool lifted = !(m_states[i].load > 0);
                if (lifted && !up[i]) out.lifted.push_back(x);
                up[i] = lifted;
            }
            out.poses.push_back(shown);
            strikes(pose);
            if (toFirstStrike && !m_strikes.empty()) break;
        }
        for (const auto &[id, s] : m_strikes) out.strikes.push_back(s);
        std::stable_sort(out.strikes.begin(), out.strikes.end(),
                         [](const Strike &a, const Strike &b) { return a.depth > b.depth; });
        return out;
    }

  private:
    /// Of all points of a part within a short length and on one side only the lowest can strike first.
    void keepLowest() {
        std::map<std::tuple<std::string, int, int>, TouchPoint> lowest;
        for (const TouchPoint &p : m_vehicle.points) {
            const int side = p.at.y() >= m_inner ? 1 : (p.at.y() <= -m_inner ? -1 : 0);
            const auto key = std::tuple{p.id, side, static_cast<int>(std::floor(p.at.x() / bucket))};
            const auto [it, fresh] = lowest.try_emplace(key, p);
            if (!fresh && p.at.z() < it->second.at.z()) it->second = p;
        }
        for (auto &[key, p] : lowest) m_points.push_back(std::move(p));
    }

    [[nodiscard]] double rolledAt(const Corner &c, double x) const {
        const std::vector<double> &h = *c.rolled;
        const double place =
            std::clamp((x - m_terrain.start) / m_terrain.step, 0.0, static_cast<double>(h.size() - 1));
        const auto i = std::min(static_cast<std::size_t>(place), h.size() - 2);
        const double t = place - static_cast<double>(i);
        return h[i] * (1 - t) + h[i + 1] * t;
    }

    /// Spring with its stop, force on the body at a travel, and its slope.
    static std::pair<double, double> springAt(const Corner &c, double u) {
        double force = c.load + c.axle->spring * u, slope = c.axle->spring;
        if (force < 0) force = slope = 0;
        if (u > c.axle->bump) {
            const double stop = stopOverTire * c.axle->tireRate;
            force += stop * (u - c.axle->bump);
            slope += stop;
        }
        return {force, slope};
    }

    /// The travel at which spring and tire carry the same, by Newton on a falling line with kinks.
    CornerState stateOf(const Corner &c, const Pose &pose, const Matrix3d &turn, double guess) const {
        const Vec3 base = Vec3(pose.x, 0, pose.z) + turn * c.center;
        const Vec3 up = turn.col(2);
        double u = std::max(guess, -c.axle->droop);
        CornerState s;
        for (int i = 0; i < 40; ++i) {
            s.at = base + up * u;
            const double give = rolledAt(c, s.at.x()) - s.at.z();
            const double tire = std::max(0.0, c.load + c.axle->tireRate * give);
            const auto [spring, springSlope] = springAt(c, u);
            const double tireSlope = tire > 0 ? c.axle->tireRate : 0;
            s.load = tire;
            s.slope = (rolledAt(c, s.at.x() + m_terrain.step) - rolledAt(c, s.at.x() - m_terrain.step)) /
                      (2 * m_terrain.step);
            // On a slope the wheel's travel, square to the body, also takes it up or down the slope.
            const double share = std::max(0.2, up.z() - s.slope * up.x());
            s.stiffness =
                tire > 0 ? springSlope * tireSlope / std::max(springSlope + share * tireSlope, 1e-12) : 0;
            const double miss = tire - spring;
            if (std::abs(miss) < 1e-11 * m_weight) break;
            double next = u + miss / std::max(springSlope + tireSlope * share, 1e-9);
            next = std::max(next, -c.axle->droop);
            if (next == u) break;  // hangs at the end of its droop
            u = next;
        }
        s.travel = u;
        // At full droop the spring no longer moves: only the tire gives.
        if (u <= -c.axle->droop && s.load > 0) s.stiffness = c.axle->tireRate;
        return s;
    }

    struct Balance {
        Vector3d miss = Vector3d::Zero();  ///< N, N·mm/L, N·mm/T: forces and moments over the vehicle's sizes
        Matrix3d stiffness = Matrix3d::Zero();
        [[nodiscard]] double size() const { return miss.cwiseAbs().maxCoeff(); }
    };

    Balance balance(const Pose &pose) {
        const Matrix3d turn = pose.turn();
        const Vec3 center = Vec3(pose.x, 0, pose.z) + turn * m_center;
        Balance b;
        b.miss(0) = -m_weight;
        for (std::size_t i = 0; i < 4; ++i) {
            m_states[i] = stateOf(m_corners[i], pose, turn, m_states[i].travel);
            const CornerState &s = m_states[i];
            const double dx = s.at.x() - center.x(), dy = s.at.y() - center.y();
            b.miss += s.load * Vector3d(1, dx / sizeX(), dy / sizeY());
            // Pitching also moves the wheel along its slope, as it stands above the point turned about.
            const Vector3d arm(1, (s.at.x() - pose.x + s.slope * (s.at.z() - pose.z)) / sizeX(),
                               s.at.y() / sizeY());
            b.stiffness += steering(i) * Vector3d(1, dx / sizeX(), dy / sizeY()) * arm.transpose();
        }
        b.miss /= m_weight;
        return b;
    }

    /// Stiffness of a wheel for Newton's steps: one in the air still pulls the body toward the ground a
    /// little.
    [[nodiscard]] double steering(std::size_t i) const {
        const RunAxle &a = *m_corners[i].axle;
        return std::max(m_states[i].stiffness, 0.02 * a.spring * a.tireRate / (a.spring + a.tireRate));
    }
    [[nodiscard]] double sizeX() const { return m_vehicle.wheelbase; }
    [[nodiscard]] double sizeY() const { return m_vehicle.front.tire.track; }

    /// Moves the body until the wheels carry it; returns what is left unbalanced, as a share of the weight.
    /// Newton's steps are kept short, as a wheel in the air has no stiffness to steer by. Along a step the
    /// imbalance can only fall (wheels press more the lower the body is): a step that overshoots is cut where
    /// its own share of the imbalance is about nothing.
    double settle(Pose &pose) {
        constexpr double mostRise = 25, mostTurn = 0.02;
        Balance now = balance(pose);
        for (int i = 0; i < 60 && now.size() > balanced; ++i) {
            Vector3d step = now.stiffness.partialPivLu().solve(now.miss * m_weight);
            step /= std::max({std::abs(step(0)) / mostRise, std::abs(step(1)) / (mostTurn * sizeX()),
                              std::abs(step(2)) / (mostTurn * sizeY()), 1.0});
            const double drive = now.miss.dot(step);
            double low = 0, high = 1, share = 1;
            Pose next;
            Balance then;
            for (int cut = 0; cut < 14; ++cut) {
                next = pose;
                next.z += share * step(0);
                next.pitch += share * step(1) / sizeX();
                next.roll += share * step(2) / sizeY();
                then = balance(next);
                const double left = then.miss.dot(step);
                if (std::abs(left) <= 0.5 * std::abs(drive) || (share == 1 && left > 0)) break;
                (left > 0 ? low : high) = share;
                share = (low + high) / 2;
            }
            pose = next;
            now = then;
        }
        return now.size();
    }

    void strikes(const Pose &pose) {
        const Matrix3d turn = pose.turn();
        const Vec3 origin(pose.x, 0, pose.z);
        for (const TouchPoint &p : m_points) {
            const Vec3 at = origin + turn * p.at;
            const double ground = m_terrain.at(at.x(), at.y(), m_inner);
            const double depth = ground - at.z();
            if (!(depth > grazes)) continue;
            Strike &s = m_strikes[p.id];
            if (depth <= s.depth) continue;
            s = {p.id, p.at, pose.x, depth, lift(pose, at, depth), {at.x(), ground}};
        }
    }

    /// The force that would lift the body by `depth` at a place, against the wheels' stiffness as it stands.
    [[nodiscard]] double lift(const Pose &pose, const Vec3 &at, double depth) const {
        Matrix3d k = Matrix3d::Zero();
        for (const CornerState &s : m_states) {
            const Vector3d arm(1, s.at.x() - pose.x, s.at.y());
            k += s.stiffness * arm * arm.transpose();
        }
        const Vector3d arm(1, at.x() - pose.x, at.y());
        const double compliance = arm.dot(k.fullPivLu().solve(arm));
        return compliance > 0 ? std::min(depth / compliance, m_weight) : m_weight;
    }

    const RunVehicle &m_vehicle;
    const Terrain &m_terrain;
    double m_weight = 0, m_inner = 0;
    Vec3 m_center = Vec3::Zero();
    std::array<std::vector<double>, 4> m_rolled;
    std::array<Corner, 4> m_corners;
    std::array<CornerState, 4> m_states;
    std::vector<TouchPoint> m_points;
    std::map<std::string, Strike> m_strikes;
};

}  // namespace

Vec3 RunPose::placed(const Vec3 &point) const {
    return Vec3(x, 0, z) + Pose{x, z, pitch, roll}.turn() * point;
}

Result<TrailRun> drive(const RunVehicle &vehicle, const Terrain &terrain, const std::stop_token &stop) {
    if (auto fine = check(vehicle); !fine) return tl::unexpected(fine.error());
    if (terrain.left.size() < 2 || terrain.left.size() != terrain.right.size() || !(terrain.step > 0))
        return fail(ProblemKind::BadInput, "The terrain has no length.", "terrain");
    return Driver(vehicle, terrain).run(stop);
}

RunVehicle reversed(const RunVehicle &v) {
    RunVehicle r = v;
    std::swap(r.front, r.rear);
    std::swap(r.frontMass, r.rearMass);
    for (TouchPoint &p : r.points) p.at = {-p.at.x() - v.wheelbase, -p.at.y(), p.at.z()};
    return r;
}

Result<double> largestCleared(const RunVehicle &v, ObstacleKind kind, double most, double precision,
                              const std::stop_token &stop) {
    if (auto fine = check(v); !fine) return tl::unexpected(fine.error());
    if (!(most > 0) || !(precision > 0))
        return fail(ProblemKind::BadInput, "The limit and the precision must be above 0.", "most");
    const bool stepLike = kind == ObstacleKind::Ledge || kind == ObstacleKind::Log;
    const double wheel = std::min(v.front.tire.radius, v.rear.tire.radius);
    double low = 0, high = stepLike ? std::min(most, wheel) : most;
    while (high - low > precision) {
        const double size = (low + high) / 2;
        constexpr double step = 10;  // mm: half as fine as a run that is looked at
        const auto terrain = terrainOf({kind, size, 600, 1}, v.wheelbase + 1500, step);
        if (!terrain) return tl::unexpected(terrain.error());
        const auto run = Driver(v, *terrain).run(stop, true);
        if (!run) return tl::unexpected(run.error());
        (run->strikes.empty() ? low : high) = size;
    }
    return low;
}

}  // namespace hefty::clearance
