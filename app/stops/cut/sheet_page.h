#pragma once

#include <thread>

#include <QWidget>

#include "app/window/session.h"
#include "core/workshop/cut/plate_plan.h"

class QLabel;
class QProgressBar;
class QPushButton;

namespace hefty::app {

class StopTable;

/// The sheets of one group with the plates laid on them, side by side.
class SheetsView : public QWidget {
    Q_OBJECT

  public:
    explicit SheetsView(Session *session, QWidget *parent = nullptr);
    void show(const workshop::PlateGroup *group);  ///< null: nothing laid out
    [[nodiscard]] QSize minimumSizeHint() const override { return {300, 220}; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    struct Drawn {
        std::string sheet;
        int copy = 0;
        bool toBuy = false;
    };
    void drawSheet(QPainter &painter, const QRectF &box, const Drawn &sheet, double scale) const;

    Session *m_session;
    std::optional<workshop::PlateGroup> m_group;
};

/// All plates of the job on the shop's sheets, by material and thickness; cutting files of every sheet.
class SheetPage : public QWidget {
    Q_OBJECT

  public:
    explicit SheetPage(Session *session, QWidget *parent = nullptr);
    ~SheetPage() override;
    /// Writes a cutting file for every sheet that is laid out. @return how many; @error File
    [[nodiscard]] Result<int> writeFiles(const QString &folder) const;

  signals:
    void filesAsked();

  protected:
    void showEvent(QShowEvent *event) override;

  private:
    void refresh();
    void layOut();
    void stop();
    void take(std::vector<workshop::PlateGroup> groups, const QString &problem);
    void fillTable();

    Session *m_session;
    std::shared_ptr<const job::Job> m_of;  ///< the job that the groups are of
    std::vector<workshop::PlateGroup> m_groups;
    std::jthread m_worker;
    StopTable *m_table;
    SheetsView *m_view;
    QPushButton *m_lay, *m_files;
    QProgressBar *m_progress;
    QLabel *m_note;
    bool m_running = false;
};

}  // namespace hefty::app
