// Takes the pictures of docs/screenshots from the demo jobs, all at one state of the program:
//   cmake --build --preset release --target pictures
//   xvfb-run -a -s "-screen 0 1280x800x24" build/release/tests/pictures docs/screenshots [NAME...]

#include <cstdio>
#include <functional>
#include <vector>

#include <QApplication>
#include <QDir>
#include <QSlider>

#include "tests/app/app_test.h"

using namespace hefty;
using hefty::testing::DemoWindow;

namespace {

/// A picture: the job and the stop that it shows, and what is clicked before.
struct Picture {
    const char *name, *stop;
    std::function<void(DemoWindow &)> prepare = [](DemoWindow &) {};
    const char *job = "marten-full-set";
    bool dark = false;
};

std::function<void(DemoWindow &)> click(const char *button) {
    return [button](DemoWindow &d) { hefty::testing::openList(d, button); };
}

/// Chooses a duty of Prove as a person does.
void duty(DemoWindow &d, const QString &name) {
    auto *box = d.find<QComboBox>("duty");
    box->setCurrentIndex(box->findText(name));
    emit box->activated(box->currentIndex());
}

void slide(const QWidget *on, const char *slider, double share) {
    auto *s = on->findChild<QSlider *>(slider);
    s->setValue(static_cast<int>(s->minimum() + share * (s->maximum() - s->minimum())));
}

/// Chooses a piece of the job by its chip.
void piece(DemoWindow &d, const char *id) {
    d.session().choosePiece(id);
}

std::vector<Picture> pictures() {
    return {
        {"measure", "measure", click("listData")},
        {"walk", "measure", click("listWalk")},
        {"tape", "measure", click("listTape")},
        {"templates", "measure", click("listTemplates")},
        {"layout", "layout"},
        {"angles", "layout", click("pageAngles")},
        {"drive", "layout",
         [](DemoWindow &d) {
             click("pageDrive")(d);
             d.find<QComboBox>("obstacle")->setCurrentText("rock garden");
             QTest::qWait(2500);
             slide(&d.window, "trailPlace", 0.55);
         }},
        {"carrier", "layout",
         [](DemoWindow &d) {
             auto *space = d.find<QWidget>("layoutSpace");
             hefty::testing::enlarge(space);
             slide(space, "spaceSwing", 0.62);
         },
         "marten-big-wheel"},
        {"load-stop", "load"},
        {"prove", "prove"},
        {"prove-dark", "prove", [](DemoWindow &) {}, "marten-full-set", true},
        {"fold", "prove", [](DemoWindow &d) { duty(d, "Struck on the left end, until it folds"); }},
        {"cut", "cut", [](DemoWindow &d) { d.find<QTableView>("cutTable")->selectRow(0); }},
        {"bender", "cut",
         [](DemoWindow &d) {
             piece(d, "sliders");
             click("pageBender")(d);
             slide(&d.window, "bendPlace", 0.6);
         }},
        {"weld", "weld", [](DemoWindow &d) { d.session().select("beam"); }},
        {"jig", "weld", click("pageJig")},
        {"fitup", "fitup"},
        {"log", "log"},
        {"pull", "log", click("pagePull")},
    };
}

/// Looked at most closely, so that nothing in it changes anymore.
bool still(const app::Session &s) {
    return hefty::testing::settled(s) && s.appraisal()->detail == proof::Detail::Halved;
}

bool take(const Picture &p, const QDir &folder) {
    app::setLook(p.dark ? app::Look::Dark : app::Look::Light);
    app::applyTheme();
    DemoWindow demo(p.stop, hefty::testing::demoPath(p.job), true);
    demo.window.resize(1280, 800);
    if (!QTest::qWaitFor([&] { return still(demo.session()); }, 120000)) return false;
    p.prepare(demo);
    if (!QTest::qWaitFor([&] { return still(demo.session()); }, 120000)) return false;
    QTest::qWait(400);
    return demo.window.grab().save(folder.filePath(QString(p.name) + ".png"));
}

}  // namespace

int main(int argc, char **argv) {
    QApplication app(argc, argv);
    const QTemporaryDir dir;
    hefty::testing::useFolder(dir);
    const QStringList asked = app.arguments().mid(2);
    if (argc < 2) return std::fprintf(stderr, "Say which folder the pictures go to.\n"), 2;
    int failed = 0;
    for (const Picture &p : pictures()) {
        if (!asked.isEmpty() && !asked.contains(p.name)) continue;
        const bool fine = take(p, QDir(argv[1]));
        std::printf("%s %s\n", p.name, fine ? "taken" : "FAILED");
        failed += fine ? 0 : 1;
    }
    return failed > 0 ? 1 : 0;
}
