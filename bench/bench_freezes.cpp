// How long the window keeps a person waiting: random work of some minutes at all stops of a job, every event
// timed. Usage: bench_freezes [minutes] [job] [seed]; needs a display (Xvfb will do) or
// QT_QPA_PLATFORM=offscreen.
#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <ctime>
#include <map>
#include <random>

#include <QAbstractButton>
#include <QApplication>
#include <QMetaEnum>
#include <QTableWidget>
#include <QTimer>
#include <QUndoStack>
#include <QWheelEvent>

#include "app/views/plan_view.h"
#include "app/views/space_view.h"
#include "app/window/main_window.h"
#include "app/window/theme.h"
#include "app/window/traveler.h"
#include "bench/mouse.h"
#include "bench/stopwatch.h"
#include "core/base/places.h"

using namespace hefty;
using namespace hefty::app;

namespace {

constexpr double freeze = 50;  // ms

/// An event that took long, and what was being done.
struct Freeze {
    double ms = 0, worked = 0;  ///< by the clock, and of that by the thread itself
    QString what;
};

/// Of the calling thread, ms.
double worked() {
    timespec t{};
    clock_gettime(CLOCK_THREAD_CPUTIME_ID, &t);
    return 1e3 * static_cast<double>(t.tv_sec) + 1e-6 * static_cast<double>(t.tv_nsec);
}

/// Times every event that the window handles.
class TimedApplication : public QApplication {
  public:
    using QApplication::QApplication;
    bool notify(QObject *receiver, QEvent *event) override {
        if (m_depth > 0) return QApplication::notify(receiver, event);
        const QString who = QString("%1 %2, event %3")
                                .arg(receiver->metaObject()->className(), receiver->objectName(),
                                     QMetaEnum::fromType<QEvent::Type>().valueToKey(event->type()));
        ++m_depth;
        const double before = worked();
        const auto start = bench::Clock::now();
        const bool out = QApplication::notify(receiver, event);
        const double ms = bench::since(start);
        --m_depth;
        ++events;
        if (ms > freeze) freezes.push_back({ms, worked() - before, action + "; " + who});
        return out;
    }
    QString action = "start";
    std::vector<Freeze> freezes;
    long events = 0;

  private:
    int m_depth = 0;
};

/// A hand that does something random several times a second.
class Hand : public QObject {
  public:
    Hand(MainWindow &window, TimedApplication &app, unsigned seed)
        : m_window(window), m_app(app), m_random(seed) {
        m_timer.setInterval(120);
        QObject::connect(&m_timer, &QTimer::timeout, this, [this] { act(); });
        m_timer.start();
    }
    int actions = 0;

  private:
    int below(int n) { return n > 0 ? static_cast<int>(m_random() % static_cast<unsigned>(n)) : 0; }
    template <class T>
    T *any() {
        QList<T *> seen;
        for (T *w : m_window.findChildren<T *>())
            if (w->isVisible() && w->isEnabled()) seen << w;
        return seen.isEmpty() ? nullptr : seen[below(static_cast<int>(seen.size()))];
    }

    void act() {
        ++actions;
        switch (below(10)) {
            case 0:
                return go();
            case 1:
                return page();
            case 2:
                return row();
            case 3:
                return choosePart();
            case 4:
                return undo();
            case 5:
                return turn();
            case 6:
                return zoom();
            default:
                return set();
        }
    }
    void go() {
        const int stop = below(static_cast<int>(stops.size()));
        m_app.action = QString("to stop %1").arg(stop);
        m_window.goTo(stop);
    }
    void page() {
        QList<QAbstractButton *> pages;
        for (QAbstractButton *b : m_window.findChildren<QAbstractButton *>())
            if (b->isVisible() && b->isEnabled() && b->objectName().startsWith("page")) pages << b;
        if (pages.isEmpty()) return;
        QAbstractButton *b = pages[below(static_cast<int>(pages.size()))];
        m_app.action = "page " + b->objectName();
        b->click();
    }
    void row() {
        auto *table = any<QTableWidget>();
        if (!table || table->rowCount() == 0) return;
        m_app.action = "row of " + table->objectName();
        table->selectRow(below(table->rowCount()));
    }
    void choosePart() {
        const auto appraisal = m_window.session()->appraisal();
        const job::PieceAppraisal *piece = m_window.session()->chosen(*appraisal);
        if (!piece || !piece->assembly || piece->assembly->sheets.empty()) return;
        const auto &sheets = piece->assembly->sheets;
        m_app.action = "part chosen";
        m_window.session()->select(QString::fromStdString(
            sheets[static_cast<std::size_t>(below(static_cast<int>(sheets.size())))].name));
    }
    void undo() {
        m_app.action = "undo";
        m_window.session()->undoStack()->undo();
    }
    void turn() {
        auto *space = any<SpaceView>();
        if (!space) return;
        m_app.action = "turned in space";
        const QPointF at(30, 60);
        bench::mouse(space, QEvent::MouseButtonPress, at);
        for (int i = 1; i < 6; ++i) bench::mouse(space, QEvent::MouseMove, at + QPointF(7 * i, 2 * i));
        bench::mouse(space, QEvent::MouseButtonRelease, at + QPointF(40, 12));
    }
    void zoom() {
        auto *plan = any<PlanView>();
        if (!plan) return;
        m_app.action = "zoomed";
        QWheelEvent wheel(plan->rect().center(), plan->mapToGlobal(plan->rect().center()), {},
                          {0, below(2) ? 120 : -120}, {}, {}, Qt::NoScrollPhase, false);
        QApplication::sendEvent(plan, &wheel);
    }
    void set() {
        const armor::Piece *piece = m_window.session()->piece();
        const armor::Pattern *pattern = piece ? armor::pattern(piece->pattern) : nullptr;
        if (!pattern || pattern->settings.empty()) return;
        const auto &d =
            pattern->settings[static_cast<std::size_t>(below(static_cast<int>(pattern->settings.size())))];
        if (d.choice != armor::Choice::None) return;
        m_app.action = QString::fromStdString("set " + d.id);
        const double now = armor::number(*piece, *pattern, d.id);
        const double value = std::clamp(now + d.step * (below(9) - 4), d.least, d.most);
        m_window.session()->setSetting(QString::fromStdString(d.id), value);
    }

    MainWindow &m_window;
    TimedApplication &m_app;
    std::mt19937 m_random;
    QTimer m_timer;
};

void print(const TimedApplication &app, const Hand &hand, double minutes) {
    std::printf("%.0f minutes, %d actions, %ld events, %zu over %.0f ms\n", minutes, hand.actions, app.events,
                app.freezes.size(), freeze);
    struct Kind {
        QString what;
        int count = 0;
        Freeze worst;
    };
    std::map<QString, Kind> kinds;
    long busy = 0;
    for (const Freeze &f : app.freezes) {
        busy += f.worked > freeze;
        Kind &k = kinds[f.what];
        k.what = f.what;
        ++k.count;
        if (f.worked > k.worst.worked || k.count == 1) k.worst = f;
    }
    std::printf("of these %ld worked that long themselves; the others waited for a core or a lock\n", busy);
    std::vector<Kind> list;
    for (auto &[what, kind] : kinds) list.push_back(std::move(kind));
    std::sort(list.begin(), list.end(),
              [](const Kind &a, const Kind &b) { return a.worst.worked > b.worst.worked; });
    constexpr std::size_t shown = 30;
    for (std::size_t i = 0; i < std::min(shown, list.size()); ++i)
        std::printf("  %4.0f ms worked of %4.0f, %d times: %s\n", list[i].worst.worked, list[i].worst.ms,
                    list[i].count, qPrintable(list[i].what));
}

}  // namespace

int main(int argc, char **argv) {
    TimedApplication app(argc, argv);
    QApplication::setApplicationName("hefty-girder-bench");
    applyTheme();
    const double minutes = argc > 1 ? std::atof(argv[1]) : 2;
    const QString job = argc > 2 ? argv[2] : "marten-full-set";
    auto stock = stock::readStock(stockFolder());
    if (!stock) return 1;
    MainWindow window(std::make_shared<const stock::Stock>(std::move(*stock)));
    if (!window.openPath(QString::fromStdString(demoFolder()) + "/" + job + ".girder.json")) return 1;
    window.resize(1280, 800);
    window.show();
    Hand hand(window, app, argc > 3 ? static_cast<unsigned>(std::atoi(argv[3])) : 1);
    QTimer::singleShot(static_cast<int>(minutes * 60000), &app, &QApplication::quit);
    QApplication::exec();
    print(app, hand, minutes);
    return 0;
}
