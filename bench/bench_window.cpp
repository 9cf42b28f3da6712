// From a move of the corner cut's handle, with the mouse in the real window, to the new values in the
// gauge bar, the nine that need no proof and all ten: 200 moves, with the demo's one piece and with three
// pieces in the job. Needs a display (Xvfb will do) or QT_QPA_PLATFORM=offscreen.
#include <cstdio>
#include <utility>

#include <QApplication>
#include <QEventLoop>
#include <QTimer>
#include <QToolButton>

#include "app/views/plan_view.h"
#include "app/window/gauge_bar.h"
#include "app/window/main_window.h"
#include "app/window/theme.h"
#include "bench/mouse.h"
#include "bench/stopwatch.h"
#include "core/base/places.h"

using namespace hefty;
using namespace hefty::app;

namespace {

/// Without a time limit, which would keep a core busy that the appraisal needs.
void waitFor(const std::function<bool()> &ready) {
    while (!ready()) QApplication::processEvents(QEventLoop::WaitForMoreEvents | QEventLoop::AllEvents);
}

/// Notes when the last gauge of the bar is about to be painted with the value of the job as it is now: all
/// others have been painted by then, or all but the one that needs the proofs.
class PaintClock : public QObject {
  public:
    PaintClock(const Session &session, std::function<void(bool all)> note)
        : m_session(session), m_note(std::move(note)) {}
    bool eventFilter(QObject *, QEvent *event) override {
        const bool all = !m_session.isWorking();
        if (event->type() == QEvent::Paint && (all || !m_session.gauge("hours").isOfEarlierJob)) m_note(all);
        return false;
    }

  private:
    const Session &m_session;
    std::function<void(bool all)> m_note;
};

/// Drags the handle of the bumper's corner cut in one job.
bool drag(const std::shared_ptr<const stock::Stock> &stock, const char *job) {
    MainWindow window(stock);
    if (!window.openPath(QString::fromStdString(demoFolder() + "/" + job + ".girder.json"))) return false;
    window.goTo(1);
    window.show();
    Session &session = *window.session();
    waitFor([&] { return !session.isWorking() && session.appraisal()->remediesDone; });
    auto *view = window.findChild<PlanView *>("layoutFront");
    auto *gauge = window.findChild<GaugeButton *>("gauge.wheelPath");
    view->findChild<QToolButton *>("enlarge.layoutFront")->click();  // small drawings have no handles
    QApplication::processEvents();
    const std::optional<QPointF> handle = view->targetPlace("cornerCut");
    if (!handle) return false;
    const QPointF from = *handle;
    std::vector<double> handOver, ahead, answer, painted;
    auto start = bench::Clock::now();
    bool waitingAhead = false, waiting = false;
    PaintClock clock(session, [&](bool all) {
        if (std::exchange(waitingAhead, false)) ahead.push_back(bench::since(start));
        if (all && std::exchange(waiting, false)) answer.push_back(bench::since(start));
    });
    window.findChild<GaugeButton *>("gauge.hours")->installEventFilter(&clock);
    bench::mouse(view, QEvent::MouseButtonPress, from);
    constexpr int moves = 200;
    for (int i = 1; i <= moves; ++i) {
        // to and fro, so that the handle moves each time by what a hand moves it
        const double up = 1 + 0.28 * (i <= moves / 2 ? i : moves - i);
        waitingAhead = waiting = true;
        start = bench::Clock::now();
        bench::mouse(view, QEvent::MouseMove, from - QPointF(0, up));
        handOver.push_back(bench::since(start));
        waitFor([&] { return !session.isWorking(); });
        painted.push_back(bench::since(start));
    }
    bench::mouse(view, QEvent::MouseButtonRelease, from);
    std::printf("%s: from handle move to new gauge values (%d moves, last value %s):\n", job, moves,
                qPrintable(gauge->valueText()));
    std::printf("  the window takes the move: median %.2f ms, worst %.2f ms\n", bench::median(handOver),
                bench::worst(handOver));
    std::printf("  nine gauges are painted:   median %.2f ms, worst %.2f ms\n", bench::median(ahead),
                bench::worst(ahead));
    std::printf("  all gauges are painted:    median %.2f ms, worst %.2f ms\n", bench::median(answer),
                bench::worst(answer));
    std::printf("  all views are painted:     median %.2f ms, worst %.2f ms\n", bench::median(painted),
                bench::worst(painted));
    return true;
}

}  // namespace

int main(int argc, char **argv) {
    QApplication app(argc, argv);
    QApplication::setApplicationName("hefty-girder-bench");
    applyTheme();
    auto stock = stock::readStock(stockFolder());
    if (!stock) return 1;
    const auto shared = std::make_shared<const stock::Stock>(std::move(*stock));
    for (const char *job : {"marten-front-bumper", "marten-full-set"})
        if (!drag(shared, job)) {
            std::fprintf(stderr, "%s has no corner cut to drag.\n", job);
            return 1;
        }
    return 0;
}
