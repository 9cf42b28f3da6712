#pragma once

#include <memory>

#include <QApplication>
#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QTableView>
#include <QTemporaryDir>
#include <QTest>
#include <QToolButton>

#include "app/window/main_window.h"
#include "app/window/theme.h"
#include "app/window/traveler.h"
#include "tests/core/demo.h"
#include "tests/patience.h"

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

/// Types into a cell as a person does: opens its editor (or its choice), writes over what it says, Return.
inline void typeInto(QTableView *table, int row, int column, const QString &text) {
    const QModelIndex index = table->model()->index(row, column);
    QVERIFY2(index.isValid(), "no such cell");
    QVERIFY(QTest::qWaitForWindowExposed(table->window()));
    QApplication::setActiveWindow(table->window());
    table->setFocus();
    table->scrollTo(index);
    table->setCurrentIndex(index);
    table->edit(index);
    // Not by name: the editor of the cell before may not be gone yet.
    if (auto *box = qobject_cast<QComboBox *>(QApplication::focusWidget())) {
        QVERIFY2(box->findText(text) >= 0, qPrintable(text));
        box->setCurrentText(text);
        QTest::keyClick(box, Qt::Key_Return);
    } else {
        auto *editor = qobject_cast<QLineEdit *>(QApplication::focusWidget());
        QVERIFY(editor);
        editor->selectAll();
        QTest::keyClick(editor, Qt::Key_Delete);  // an empty text is typed too
        QTest::keyClicks(editor, text);
        QTest::keyClick(editor, Qt::Key_Return);
    }
    QApplication::processEvents();
}

/// A window with the demo job, shown and active, whose questions are answered by the test.
class DemoWindow {
  public:
    /// @param closer  whether it goes on to shells: that keeps both cores busy for long, and few tests ask
    explicit DemoWindow(const char *stop = "measure", const std::string &job = demoPath(),
                        bool closer = false)
        : window(sharedStock()) {
        session().setLooksCloser(closer);
        window.asking.tell = [this](QWidget *, const QString &, const QString &text) { told = text; };
        window.asking.saveFile = [this](QWidget *, const QString &, const QString &, const QString &) {
            return saveTo;
        };
        window.asking.folder = [this](QWidget *, const QString &) { return folder; };
        window.asking.openFile = [this](QWidget *, const QString &, const QString &) { return openFrom; };
        opened = window.openPath(QString::fromStdString(job));
        window.goTo(app::stopIndex(stop));
        window.show();
        window.activateWindow();
        QApplication::setActiveWindow(&window);  // there is no window manager to do it
    }
    [[nodiscard]] app::Session &session() { return *window.session(); }
    template <class T>
    [[nodiscard]] T *find(const QString &name) {
        return window.findChild<T *>(name);
    }
    /// Waits for the plain appraisal of the job in hand.
    [[nodiscard]] bool answered() {
        return QTest::qWaitFor([this] { return !session().isWorking(); }, 20000 * patience);
    }
    /// Waits for the appraisal with its remedies.
    [[nodiscard]] bool settle() {
        return QTest::qWaitFor([this] { return settled(session()); }, 60000 * patience);
    }

    app::MainWindow window;
    QString told, saveTo, openFrom, folder;
    bool opened = false;
};

/// Makes a drawing of Lay out the large one: small ones have no handles.
inline void enlarge(QWidget *view) {
    view->findChild<QToolButton *>("enlarge." + view->objectName())->click();
    QApplication::processEvents();
}

/// Opens a list of Measure by its button, in the second row if it stands there.
inline void openList(DemoWindow &demo, const char *name) {
    auto *button = demo.find<QPushButton>(name);
    QVERIFY2(button, name);
    if (!button->isVisible()) QTest::mouseClick(demo.find<QPushButton>("lists"), Qt::LeftButton);
    QVERIFY2(button->isVisible(), name);
    QTest::mouseClick(button, Qt::LeftButton);
}

}  // namespace hefty::testing
