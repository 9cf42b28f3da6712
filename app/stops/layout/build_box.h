#pragma once

#include <map>

#include <QWidget>

#include "app/stops/layout/build_fields.h"
#include "app/window/session.h"

class QComboBox;
class QLabel;
class QToolButton;
class QVBoxLayout;

namespace hefty::app {

/// Building by hand on the chosen piece: what to add, its sizes and its places, typed or pointed at; what has
/// been built, each to be taken out again.
class BuildBox : public QWidget {
    Q_OBJECT

  public:
    explicit BuildBox(Session *session, QWidget *parent = nullptr);

    [[nodiscard]] const BuildSpec &spec() const;
    [[nodiscard]] QString textOf(const QString &key) const;
    /// The field whose place is pointed at in the pictures; empty: none is.
    [[nodiscard]] QString picking() const { return m_pick; }
    void pick(const QString &key);
    /// Takes a place for the field that is picked, and goes on to the next one.
    void picked(const QString &text);
    /// What the fields say, one of them with another text. @error BadInput
    [[nodiscard]] Result<Json> operation(const QString &overKey = {}, const QString &overText = {}) const;
    /// What it would come to.
    void tell(const QString &text);
    void make();

  signals:
    void pickChanged();
    void changed();  ///< a field, or which fields there are

  protected:
    void keyPressEvent(QKeyEvent *event) override;

  private:
    void layFields();
    [[nodiscard]] QWidget *makeField(const BuildField &field);
    [[nodiscard]] QToolButton *makePick(const BuildField &field);
    void setText(const QString &key, const QString &text);
    void freshNames();
    void freshTemplates();
    void refresh();

    Session *m_session;
    QComboBox *m_kind;
    QWidget *m_fields = nullptr;
    QVBoxLayout *m_layout, *m_list;
    QLabel *m_about, *m_note, *m_trial;
    std::map<QString, QWidget *> m_edits;
    std::map<QString, QToolButton *> m_picks;
    QString m_pick;
};

}  // namespace hefty::app
