#pragma once

#include <functional>

#include <QWidget>

#include "app/sheets/record_table.h"

class QLabel;
class QPushButton;

namespace hefty::app {

/// An outline to scale, with its width, height and holes.
class OutlineView : public QWidget {
    Q_OBJECT

  public:
    explicit OutlineView(Session *session, QWidget *parent = nullptr);
    void show(const outline::Outline &outline);
    [[nodiscard]] QSize minimumSizeHint() const override { return {160, 120}; }

  protected:
    void paintEvent(QPaintEvent *event) override;

  private:
    Session *m_session;
    outline::Outline m_outline;
};

/// Templates of cardboard or wood as outlines: from offsets, drawings, or a photograph on the printed sheet.
class TemplatePage : public QWidget {
    Q_OBJECT

  public:
    explicit TemplatePage(Session *session, QWidget *parent = nullptr);
    /// How files are asked for.
    std::function<QString(const QString &title, const QString &filter)> askOpen;
    std::function<QString(const QString &title, const QString &proposal, const QString &filter)> askSave;

    void openDrawing(const QString &path);
    void openPhoto(const QString &path);
    void saveSheet(const QString &path);
    void exportTo(const QString &path);

  private:
    void refresh();
    void add(std::vector<job::Template> all, const QString &step);
    void say(const QString &text, bool bad = false);
    [[nodiscard]] int chosen() const;

    Session *m_session;
    RecordTable *m_table, *m_offsets;
    OutlineView *m_view;
    QLabel *m_state;
    QPushButton *m_export;
};

}  // namespace hefty::app
