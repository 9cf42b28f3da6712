#include "core/job/shop/drives.h"

#include <array>
#include <atomic>
#include <cmath>

#include <fmt/format.h>

#include "core/base/parallel.h"
#include "core/job/appraise/clearing.h"

namespace hefty::job {
namespace {

Result<double> needed(const rig::Vehicle &vehicle, const char *id) {
    if (const auto value = vehicle.value(id)) return *value;
    const rig::DatumDescriptor *d = rig::datum(id);
    return fail(
        ProblemKind::Undetermined,
        fmt::format("\"{}\" has not been measured: the vehicle cannot be driven without it.", d->name), id,
        d->how);
}

}  // namespace

Result<clearance::RunVehicle> runVehicle(const Job &job, const Appraisal &appraisal,
                                         const rig::StandChoice &choice) {
    if (!appraisal.rig)
        return fail(ProblemKind::Undetermined, "The vehicle is not measured yet.", "vehicle",
                    "Settle what Measure asks for first.");
    const rig::Vehicle &v = job.vehicle;
    if (appraisal.rig->towed)
        return fail(ProblemKind::BadInput, "A trailer does not drive by itself.", "vehicle/kind",
                    "Drive the vehicle that tows it.");
    std::array<double, 7> datums{};
    constexpr std::array ids{"frontSpring", "rearSpring", "frontBump",   "frontDroop",
                             "rearBump",    "rearDroop",  "centerHeight"};
    for (std::size_t i = 0; i < ids.size(); ++i) {
        const auto value = needed(v, ids[i]);
        if (!value) return tl::unexpected(value.error());
        datums[i] = *value;
    }
    const auto stood = rig::stand(v, *appraisal.rig, choice);
    if (!stood) return tl::unexpected(stood.error());
    const rig::TireOption *tire = v.loadout.tire(choice.tire.empty() ? v.loadout.measuredOn : choice.tire);
    if (!tire)
        return fail(ProblemKind::Undetermined, "How far the tires give is not known.", "tires",
                    "Give the size code of the tire it was measured on.");
    const auto size = rig::readTireSize(tire->code);
    if (!size) return tl::unexpected(size.error());
    const double rate = rig::tireStiffness(*size, tire->pressure);
    clearance::RunVehicle out;
    out.wheelbase = stood->wheelbase;
    // What the load has used of the travel is gone, whichever way it went.
    const double frontUsed = stood->frontAxleRise - stood->frontRise;
    const double rearUsed = stood->rearAxleRise - stood->rearRise;
    out.front = {{stood->front.loadedRadius, stood->front.width, stood->front.track},
                 datums[0],
                 rate,
                 datums[2] - frontUsed,
                 datums[3] + frontUsed};
    out.rear = {{stood->rear.loadedRadius, stood->rear.width, stood->rear.track},
                datums[1],
                rate,
                datums[4] - rearUsed,
                datums[5] + rearUsed};
    out.frontMass = stood->stance ? stood->stance->frontMass : appraisal.rig->frontMass;
    out.rearMass = stood->stance ? stood->stance->rearMass : appraisal.rig->rearMass;
    out.centerHeight = stood->stance ? stood->carried(stood->stance->center).z() : datums[6];
    std::vector<const armor::Assembly *> pieces;
    for (const PieceAppraisal &p : appraisal.pieces) pieces.push_back(p.assembly ? &*p.assembly : nullptr);
    const Clearing clearing = clearingOf(job, pieces, *stood);
    const clearance::ClearanceModel &m = clearing.model;
    for (const auto *points : {&m.frontPoints, &m.belly, &m.rearPoints, &clearing.armorAtAxles})
        out.points.insert(out.points.end(), points->begin(), points->end());
    for (const auto *edges : {&m.frontEdges, &m.rearEdges})
        for (const clearance::TouchEdge &e : *edges) out.points.push_back({e.id, e.from});
    return out;
}

Vec3 Drive::placed(const Vec3 &measured, const clearance::RunPose &pose) const {
    Vec3 p = stood.carried(measured);
    if (backward) p = {-p.x() - stood.wheelbase, -p.y(), p.z()};
    return pose.placed(p);
}

std::size_t Drive::poseAt(double x) const {
    if (run.poses.empty()) return 0;
    const double n = std::round((x - run.poses.front().x) / terrain.step);
    return static_cast<std::size_t>(std::clamp(n, 0.0, static_cast<double>(run.poses.size() - 1)));
}

Result<Drive> driveOver(const Job &job, const Appraisal &appraisal, const DriveRequest &request,
                        const std::stop_token &stop) {
    auto vehicle = runVehicle(job, appraisal, request.choice);
    if (!vehicle) return tl::unexpected(vehicle.error());
    Drive out;
    out.backward = request.backward;
    out.vehicle = request.backward ? clearance::reversed(*vehicle) : std::move(*vehicle);
    out.stood = rig::stand(job.vehicle, *appraisal.rig, request.choice).value();
    const double reach = out.vehicle.wheelbase + 1500;
    auto terrain = request.profile ? clearance::withApproach(*request.profile, reach)
                                   : clearance::terrainOf(request.obstacle, reach);
    if (!terrain) return tl::unexpected(terrain.error());
    out.terrain = std::move(*terrain);
    auto run = clearance::drive(out.vehicle, out.terrain, stop);
    if (!run) return tl::unexpected(run.error());
    out.run = std::move(*run);
    return out;
}

std::span<const LimitKind> limitKinds() {
    using clearance::ObstacleKind;
    using measure::Quantity;
    static constexpr std::array<LimitKind, 4> kinds{
        {{ObstacleKind::Ledge, "Highest ledge", 600, 2, Quantity::Length},
         {ObstacleKind::Hump, "Tallest hump", 900, 2, Quantity::Length},
         {ObstacleKind::Ditch, "Widest ditch", 2000, 4, Quantity::Length},
         {ObstacleKind::Slope, "Steepest ramp", 1.2, 0.003, Quantity::Angle}}};
    return kinds;
}

Result<std::vector<TrailLimit>> trailLimits(const Job &job, const Appraisal &appraisal,
                                            const rig::StandChoice &choice, const std::stop_token &stop,
                                            const std::function<void(int, int)> &progress) {
    const auto ahead = runVehicle(job, appraisal, choice);
    if (!ahead) return tl::unexpected(ahead.error());
    const clearance::RunVehicle behind = clearance::reversed(*ahead);
    const auto kinds = limitKinds();
    const int all = 2 * static_cast<int>(kinds.size());
    std::vector<Result<double>> sizes(static_cast<std::size_t>(all), 0.0);
    std::atomic<int> done = 0;
    parallel::forUneven(all, [&](int i) {
        const LimitKind &k = kinds[static_cast<std::size_t>(i / 2)];
        sizes[static_cast<std::size_t>(i)] =
            clearance::largestCleared(i % 2 == 0 ? *ahead : behind, k.kind, k.most, k.precision, stop);
        const int now = ++done;
        if (progress) progress(now, all);
    });
    std::vector<TrailLimit> out;
    for (std::size_t k = 0; k < kinds.size(); ++k) {
        for (const std::size_t i : {2 * k, 2 * k + 1})
            if (!sizes[i]) return tl::unexpected(sizes[i].error());
        out.push_back({&kinds[k], *sizes[2 * k], *sizes[2 * k + 1]});
    }
    return out;
}

}  // namespace hefty::job
