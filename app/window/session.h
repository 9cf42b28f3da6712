#pragma once

#include <functional>
#include <memory>
#include <optional>

#include <QByteArray>
#include <QObject>
#include <QString>
#include <QTimer>
#include <QUndoStack>

#include "app/window/appraiser.h"
#include "app/window/journal.h"
#include "core/job/sizing/sizing.h"

namespace hefty::app {

/// The job in hand: its value, its undo stack, its file, and the appraisal that follows from it. The
/// only way to change the job is edit(); views listen and show.
class Session : public QObject {
    Q_OBJECT

  public:
    explicit Session(std::shared_ptr<const stock::Stock> stock, QObject *parent = nullptr);
    ~Session() override;

    [[nodiscard]] const job::Job &job() const { return *m_job; }
    [[nodiscard]] std::shared_ptr<const job::Job> sharedJob() const { return m_job; }
    /// The newest appraisal there is; of an earlier job while isWorking().
    [[nodiscard]] std::shared_ptr<const job::Appraisal> appraisal() const { return m_appraisal; }
    [[nodiscard]] std::shared_ptr<const job::Job> appraisedJob() const { return m_appraisedJob; }
    [[nodiscard]] bool isWorking() const { return m_appraisedJob != m_job; }
    /// A number of the gauge bar as it is to be shown.
    struct ShownGauge {
        const job::Gauge *gauge = nullptr;  ///< null: nothing has been appraised; valid until the next signal
        bool isAhead = false;               ///< it needs no proof, and is of a later job than the appraisal
        bool isOfEarlierJob = false;        ///< it is of an earlier job than the one in hand
    };
    [[nodiscard]] ShownGauge gauge(const std::string &id) const;
    [[nodiscard]] const stock::Stock &stock() const { return *m_stock; }
    [[nodiscard]] std::shared_ptr<const stock::Stock> sharedStock() const { return m_stock; }
    [[nodiscard]] QUndoStack *undoStack() { return &m_undo; }
    [[nodiscard]] measure::UnitSystem units() const { return m_units; }
    [[nodiscard]] QString path() const { return m_path; }
    [[nodiscard]] bool isModified() const { return !m_undo.isClean() || m_recovered; }
    /// The piece that is worked on: the one that was chosen, or the first. nullptr: there is none.
    [[nodiscard]] const armor::Piece *piece() const;
    /// What an appraisal has of it; nullptr: nothing.
    [[nodiscard]] const job::PieceAppraisal *chosen(const job::Appraisal &appraisal) const;
    void choosePiece(const QString &id);
    /// Whether plates are looked at as shells when all else has been answered; they are if not told
    /// otherwise.
    void setLooksCloser(bool closer) { m_appraiser.setLooksCloser(closer); }

    /// The pinned variant: gauges show the change since then.
    [[nodiscard]] std::shared_ptr<const job::Appraisal> pinned() const { return m_pinned; }
    [[nodiscard]] bool isShowingPinned() const { return m_showPinned; }
    /// What the views should draw: the pinned variant while it is held, else the newest.
    [[nodiscard]] std::shared_ptr<const job::Appraisal> shownAppraisal() const;

    /// One named step. Steps of one gesture (above 0) melt into one.
    void edit(const QString &name, const job::Job &after, int gesture = 0);
    void edit(const QString &name, const std::function<void(job::Job &)> &change, int gesture = 0);
    /// One named step of the chosen piece.
    void editPiece(const QString &name, const std::function<void(armor::Piece &)> &change, int gesture = 0);
    /// Adds a piece of a pattern as it comes, and chooses it.
    void addPiece(const armor::Pattern &pattern);
    /// Adds a piece like another one, and chooses it.
    void addPiece(const armor::Piece &like);
    void removePiece();
    void setSetting(const QString &settingId, const armor::SettingValue &value, int gesture = 0);
    void takeRemedy(const job::Remedy &remedy);
    /// @param goal  what the sizes were found for, as it is called on the screen
    void takeSizing(const job::Sizing &sizing, const QString &goal);
    /// A number for a gesture that begins now.
    [[nodiscard]] int newGesture() { return ++m_gesture; }
    /// Takes back everything the running gesture did.
    void cancelGesture(int gesture);

    void newJob();
    /// Goes on with a job that has no file yet.
    void startWith(job::Job job);
    [[nodiscard]] Result<bool> open(const QString &path);
    [[nodiscard]] Result<bool> save(const QString &path);
    /// True if the job's file is no more what was opened or saved here: another window or program has
    /// written it. A file that is gone is not.
    [[nodiscard]] bool isChangedOnDisk() const;
    /// Work that a killed program left behind.
    [[nodiscard]] std::vector<Journal::Leftover> leftovers() const { return m_journal.leftovers(); }
    [[nodiscard]] Result<bool> recover(const Journal::Leftover &leftover);
    void discard(const Journal::Leftover &leftover);
    /// Leaves the journal of unsaved work on the disk when the program ends.
    void keepJournal() { m_journal.keep(); }

    void setUnits(measure::UnitSystem units);
    void togglePin();
    void showPinned(bool show);
    /// A part, datum or point that the person looks at; views mark it.
    void select(const QString &subject);
    [[nodiscard]] QString selected() const { return m_selected; }

  signals:
    void jobChanged();
    void appraisalChanged();
    /// Gauges that need no proof are ahead of the appraisal.
    void gaugesAhead();
    /// The appraisal shown has been behind the job for a while: what is being computed anew is dimmed.
    /// Most answers come sooner, and then nothing flickers.
    void stale();
    void unitsChanged();
    void selectionChanged();
    void pieceChosen();
    void fileChanged();

  private:
    friend class EditCommand;
    void setJob(std::shared_ptr<const job::Job> job);
    void start(job::Job job, const QString &path);
    void receive(const Appraiser::Answer &answer);
    void receiveAhead(const Appraiser::Ahead &ahead);

    std::shared_ptr<const stock::Stock> m_stock;
    std::shared_ptr<const job::Job> m_job, m_appraisedJob;
    std::shared_ptr<const job::Appraisal> m_appraisal, m_pinned;
    Appraiser::Ahead m_ahead;  ///< of a job whose appraisal is under way; empty if there is none
    QUndoStack m_undo;
    measure::UnitSystem m_units = measure::UnitSystem::Metric;
    QString m_path, m_selected, m_piece;
    QByteArray m_onDisk;  ///< mark of what the file held when it was opened or saved here
    bool m_recovered = false;
    bool m_showPinned = false;
    int m_gesture = 0;
    QTimer m_staleTimer;
    Journal m_journal;
    Appraiser m_appraiser;
};

/// A value in the units that the session shows.
[[nodiscard]] inline QString printed(double value, measure::Quantity quantity, const Session &session) {
    return QString::fromStdString(measure::printQuantity(value, quantity, session.units()));
}

}  // namespace hefty::app
