#include <QtTest>

#include <cmath>
#include <numbers>
#include <random>

#include <BRepAlgoAPI_Cut.hxx>
#include <BRepPrimAPI_MakeCylinder.hxx>
#include <IntCurvesFace_ShapeIntersector.hxx>
#include <TopoDS_Shape.hxx>
#include <gp_Ax2.hxx>
#include <gp_Dir.hxx>
#include <gp_Lin.hxx>
#include <gp_Pnt.hxx>

#include "core/shape/geometry.h"
#include "core/workshop/cut/cope.h"

using namespace hefty;
using shape::Vec2;
using shape::Vec3;

namespace {

TopoDS_Shape cylinder(const Vec3 &from, const Vec3 &way, double radius, double length) {
    return BRepPrimAPI_MakeCylinder(
               gp_Ax2(gp_Pnt(from.x(), from.y(), from.z()), gp_Dir(way.x(), way.y(), way.z())), radius,
               length)
        .Shape();
}

/// Where along a line the metal of a shape begins.
double beginsAt(IntCurvesFace_ShapeIntersector &shape, const Vec3 &origin, const Vec3 &way, double far) {
    shape.Perform(gp_Lin(gp_Pnt(origin.x(), origin.y(), origin.z()), gp_Dir(way.x(), way.y(), way.z())), 0,
                  far);
    double first = far;
    for (int i = 1; i <= shape.NbPnt(); ++i) first = std::min(first, shape.WParameter(i));
    return first;
}

}  // namespace

/// Templates of copes against tubes cut as exact solids by another library.
class TestCopeSolids : public QObject {
    Q_OBJECT

  private slots:
    /// A hundred random pairs, sawn: a hair below the branch's outside its metal begins where the template of
    /// a branch so much thinner says. By torch it begins there for the worst place of the wall.
    void randomPairs() {
        std::mt19937 random(29);
        std::uniform_real_distribution<double> unit(0, 1);
        constexpr double hair = 0.005;  // mm: lines do not run in the surface itself
        constexpr int steps = 24;
        for (int pair = 0; pair < 100; ++pair) {
            workshop::CopeJoint joint;
            joint.chordDiameter = 35 + 80 * unit(random);
            joint.diameter = joint.chordDiameter * (0.3 + 0.65 * unit(random));
            joint.wall = joint.diameter * (0.05 + 0.1 * unit(random));
            joint.angle = 0.6 + (std::numbers::pi - 1.2) * unit(random);
            joint.offset = (joint.chordDiameter - joint.diameter) / 2 * 0.95 * (2 * unit(random) - 1);
            const Vec3 chord = Vec3::UnitX(), axis(std::cos(joint.angle), 0, std::sin(joint.angle));
            const Vec3 across = axis.cross(chord).normalized(), origin = across * joint.offset;
            const double far = 4 * joint.chordDiameter;
            const TopoDS_Shape tube =
                BRepAlgoAPI_Cut(cylinder(origin, axis, joint.diameter / 2, far),
                                cylinder(origin, axis, joint.diameter / 2 - joint.wall, far))
                    .Shape();
            const TopoDS_Shape cut =
                BRepAlgoAPI_Cut(tube, cylinder(chord * -far, chord, joint.chordDiameter / 2, 2 * far))
                    .Shape();
            IntCurvesFace_ShapeIntersector metal;
            metal.Load(cut, 1e-7);
            // On the side on which the axes make the angle, right-handed about the axis away from the joint.
            const Vec3 start = (chord - axis * chord.dot(axis)).normalized(), next = axis.cross(start);
            workshop::CopeJoint thinner = joint;
            thinner.diameter -= 2 * hair;
            thinner.wall -= hair;
            const auto sawn = workshop::cope(thinner, steps);
            QVERIFY2(sawn, sawn ? "" : sawn.error().sentence().c_str());
            joint.torch = true;
            const auto burnt = workshop::cope(joint, steps).value();
            for (int i = 0; i < steps; ++i) {
                const double turn = 2 * std::numbers::pi * i / steps;
                const Vec3 out = start * std::cos(turn) + next * std::sin(turn);
                const auto begins = [&](double radius) {
                    return beginsAt(metal, origin + out * radius, axis, far);
                };
                const double found = begins(thinner.diameter / 2);
                QVERIFY2(std::abs(found - sawn->points[static_cast<std::size_t>(i)].y()) < 0.01,
                         qPrintable(QString("pair %1, place %2: %3 instead of %4")
                                        .arg(pair)
                                        .arg(i)
                                        .arg(sawn->points[static_cast<std::size_t>(i)].y())
                                        .arg(found)));
                double worst = found;
                for (int k = 1; k <= 4; ++k)
                    worst = std::max(worst, begins(joint.diameter / 2 - (joint.wall - hair) * k / 4));
                QVERIFY2(std::abs(burnt.points[static_cast<std::size_t>(i)].y() - worst) < 0.1,
                         qPrintable(QString("pair %1, place %2: %3 instead of %4")
                                        .arg(pair)
                                        .arg(i)
                                        .arg(burnt.points[static_cast<std::size_t>(i)].y())
                                        .arg(worst)));
            }
        }
    }
};

QTEST_APPLESS_MAIN(TestCopeSolids)
#include "test_cope_solids.moc"
