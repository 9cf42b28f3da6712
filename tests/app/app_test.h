#pragma once

#include <memory>

#include <QApplication>
#include <QTemporaryDir>
#include <QTest>

#include "app/main_window.h"
#include "app/theme.h"
#include "tests/core/demo.h"

/// Shared by the tests of the window: an application of its own folders, and the demo job opened.
namespace hefty::testing {

inline std::shared_ptr<const stock::Stock> sharedStock() {
    return std::make_shared<const stock::Stock>(shippedStock());
}

/// Keeps the user's settings and journals out of the tests, and the tests out of theirs.
inline void useFolder(const QTemporaryDir &dir) {
    qputenv("XDG_DATA_HOME", dir.path().toUtf8());
    qputenv("XDG_CONFIG_HOME", dir.path().toUtf8());
    QApplication::setApplicationName("hefty-girder");
    QApplication::setOrganizationName("hefty-girder");
    app::applyTheme();
}

inline bool settled(const app::Session &s) {
    return !s.isWorking() && s.appraisal()->remediesDone;
}

inline double gauge(const app::Session &s, const char *id) {
    return s.appraisal()->gauge(id)->value.value();
}

/// A window with the demo job, shown and active, whose questions are answered by the test.
class DemoWindow {
  public:
    explicit DemoWindow(int stop = 0) : window(sharedStock()) {
        window.asking.tell = [this](QWidget *, const QString &, const QString &text) { told = text; };
        window.asking.saveFile = [this](QWidget *, const QString &, const QString &, const QString &) {
            return saveTo;
        };
        window.asking.openFile = [this](QWidget *, const QString &, const QString &) { return openFrom; };
        opened = window.openPath(QString::fromStdString(demoPath()));
        window.goTo(stop);
        window.show();
        window.activateWindow();
        QApplication::setActiveWindow(&window);  // there is no window manager to do it
    }
    [[nodiscard]] app::Session &session() { return *window.session(); }
    template <class T>
    [[nodiscard]] T *find(const QString &name) {
        return window.findChild<T *>(name);
    }
    /// Waits for the appraisal with its remedies.
    [[nodiscard]] bool settle() {
        return QTest::qWaitFor([this] { return settled(session()); }, 20000);
    }

    app::MainWindow window;
    QString told, saveTo, openFrom;
    bool opened = false;
};

}  // namespace hefty::testing
