#include "app/window/session.h"

#include <algorithm>

#include <QCryptographicHash>
#include <QFile>
#include <QFileInfo>
#include <QUndoCommand>

#include "app/window/worded.h"
#include "core/job/file_angles.h"

namespace hefty::app {
namespace {

/// A mark of what a file holds; empty if it cannot be read.
QByteArray markOf(const QString &path) {
    QFile file(path);
    QCryptographicHash hash(QCryptographicHash::Sha256);
    if (path.isEmpty() || !file.open(QIODevice::ReadOnly) || !hash.addData(&file)) return {};
    return hash.result();
}

}  // namespace

/// Holds the whole job before and after; both share nothing with the views, so no order of undo and
/// redo can go wrong.
class EditCommand : public QUndoCommand {
  public:
    EditCommand(Session *session, const QString &name, std::shared_ptr<const job::Job> before,
                std::shared_ptr<const job::Job> after, int gesture)
        : QUndoCommand(name),
          m_session(session),
          m_before(std::move(before)),
          m_after(std::move(after)),
          m_gesture(gesture) {}

    void undo() override { m_session->setJob(m_before); }
    void redo() override { m_session->setJob(m_after); }
    [[nodiscard]] int id() const override { return m_gesture > 0 ? 1 : -1; }
    bool mergeWith(const QUndoCommand *other) override {
        const auto *next = static_cast<const EditCommand *>(other);
        if (next->m_gesture != m_gesture) return false;
        m_after = next->m_after;
        setObsolete(*m_after == *m_before);
        return true;
    }
    [[nodiscard]] int gesture() const { return m_gesture; }

  private:
    Session *m_session;
    std::shared_ptr<const job::Job> m_before, m_after;
    int m_gesture;
};

Session::Session(std::shared_ptr<const stock::Stock> stock, QObject *parent)
    : QObject(parent),
      m_stock(stock),
      m_job(std::make_shared<const job::Job>(job::blankJob())),
      m_appraiser(stock) {
    connect(&m_appraiser, &Appraiser::answered, this, &Session::receive, Qt::QueuedConnection);
    connect(&m_appraiser, &Appraiser::gauged, this, &Session::receiveAhead, Qt::QueuedConnection);
    connect(&m_undo, &QUndoStack::cleanChanged, this, &Session::fileChanged);
    m_staleTimer.setSingleShot(true);
    m_staleTimer.setInterval(60);
    connect(&m_staleTimer, &QTimer::timeout, this, &Session::stale);
    connect(this, &Session::jobChanged, &m_staleTimer, [this] {
        if (!m_staleTimer.isActive()) m_staleTimer.start();
    });
    m_appraisal = std::make_shared<const job::Appraisal>();
    m_appraiser.request(m_job);
}

Session::~Session() = default;

const armor::Piece *Session::piece() const {
    for (const armor::Piece &p : m_job->pieces)
        if (m_piece == QLatin1String(p.id)) return &p;
    return m_job->pieces.empty() ? nullptr : &m_job->pieces.front();
}

const job::PieceAppraisal *Session::chosen(const job::Appraisal &appraisal) const {
    return piece() ? appraisal.piece(piece()->id) : nullptr;
}

void Session::choosePiece(const QString &id) {
    if (piece() && id == QLatin1String(piece()->id)) return;
    m_piece = id;
    m_selected.clear();
    emit pieceChosen();
    emit appraisalChanged();
    emit selectionChanged();
}

void Session::editPiece(const QString &name, const std::function<void(armor::Piece &)> &change, int gesture) {
    if (!piece()) return;
    const auto index = static_cast<std::size_t>(piece() - m_job->pieces.data());
    edit(
        name, [&](job::Job &job) { change(job.pieces[index]); }, gesture);
}

void Session::addPiece(const armor::Pattern &pattern) {
    addPiece(job::newPiece(*m_job, pattern));
}

void Session::addPiece(const armor::Piece &like) {
    armor::Piece piece = job::newPiece(*m_job, like);
    const QString id = QString::fromStdString(piece.id);
    edit(tr("Add %1").arg(midSentence(piece.name)),
         [&](job::Job &job) { job.pieces.push_back(std::move(piece)); });
    choosePiece(id);
}

void Session::removePiece() {
    if (!piece()) return;
    const std::string id = piece()->id;
    edit(tr("Remove %1").arg(midSentence(piece()->name)), [&](job::Job &job) {
        std::erase_if(job.pieces, [&](const armor::Piece &p) { return p.id == id; });
    });
    m_piece.clear();
    emit pieceChosen();
    emit appraisalChanged();
}

std::shared_ptr<const job::Appraisal> Session::shownAppraisal() const {
    return m_showPinned && m_pinned ? m_pinned : m_appraisal;
}

void Session::setJob(std::shared_ptr<const job::Job> job) {
    m_job = std::move(job);
    m_appraiser.request(m_job);
    m_journal.note(m_job, m_path);
    emit jobChanged();
}

void Session::edit(const QString &name, const job::Job &after, int gesture) {
    if (after == *m_job) return;
    m_undo.push(new EditCommand(this, name, m_job, std::make_shared<const job::Job>(after), gesture));
}

void Session::edit(const QString &name, const std::function<void(job::Job &)> &change, int gesture) {
    job::Job after = *m_job;
    change(after);
    edit(name, after, gesture);
}

void Session::setSetting(const QString &settingId, const armor::SettingValue &value, int gesture) {
    if (!piece()) return;
    const armor::Pattern *pattern = armor::pattern(piece()->pattern);
    const std::string id = settingId.toStdString();
    const armor::SettingDescriptor *d = pattern ? pattern->setting(id) : nullptr;
    if (!d) return;
    editPiece(
        tr("Set %1").arg(midSentence(d->name)),
        [&](armor::Piece &piece) { piece.settings[id] = job::asKept(*d, value); }, gesture);
}

void Session::takeRemedy(const job::Remedy &remedy) {
    edit(tr("Take remedy: %1").arg(worded(remedy.label, m_units)), job::apply(*m_job, remedy.edit));
}

void Session::takeSizing(const job::Sizing &sizing, const QString &goal) {
    edit(tr("Size the piece: %1").arg(goal.toLower()), job::apply(*m_job, sizing.edit));
}

void Session::cancelGesture(int gesture) {
    if (m_undo.index() == 0) return;
    const auto *last = dynamic_cast<const EditCommand *>(m_undo.command(m_undo.index() - 1));
    if (last && gesture > 0 && last->gesture() == gesture) m_undo.undo();
}

void Session::start(job::Job job, const QString &path) {
    m_undo.clear();
    m_path = path;
    m_onDisk = markOf(path);
    m_recovered = false;
    m_pinned = nullptr;
    m_selected.clear();
    m_piece.clear();
    m_ahead = {};
    m_job = std::make_shared<const job::Job>(std::move(job));
    m_journal.clear();
    m_appraiser.request(m_job);
    emit jobChanged();
    emit pieceChosen();
    emit fileChanged();
}

void Session::newJob() {
    start(job::blankJob(), {});
}

void Session::startWith(job::Job job) {
    start(std::move(job), {});
    m_recovered = true;
    m_journal.note(m_job, m_path);
    emit fileChanged();
}

Result<bool> Session::open(const QString &path) {
    auto job = job::loadJob(path.toStdString());
    if (!job) return tl::unexpected(job.error());
    start(std::move(*job), QFileInfo(path).absoluteFilePath());
    return true;
}

Result<bool> Session::save(const QString &path) {
    if (auto saved = job::saveText(path.toStdString(), job::writeJob(*m_job)); !saved) return saved;
    m_path = QFileInfo(path).absoluteFilePath();
    m_onDisk = markOf(m_path);
    m_recovered = false;
    m_undo.setClean();
    m_journal.clear();
    emit fileChanged();
    return true;
}

bool Session::isChangedOnDisk() const {
    return !m_path.isEmpty() && QFileInfo::exists(m_path) && markOf(m_path) != m_onDisk;
}

Result<bool> Session::recover(const Journal::Leftover &leftover) {
    auto job = Journal::read(leftover);
    if (!job) return tl::unexpected(job.error());
    start(std::move(*job), leftover.jobPath);
    m_recovered = true;
    m_journal.note(m_job, m_path);
    Journal::remove(leftover);
    emit fileChanged();
    return true;
}

void Session::discard(const Journal::Leftover &leftover) {
    Journal::remove(leftover);
}

void Session::setUnits(measure::UnitSystem units) {
    if (m_units == units) return;
    m_units = units;
    emit unitsChanged();
}

void Session::togglePin() {
    m_pinned = m_pinned ? nullptr : m_appraisal;
    m_showPinned = false;
    emit appraisalChanged();
}

void Session::showPinned(bool show) {
    if (show == m_showPinned || (show && !m_pinned)) return;
    m_showPinned = show;
    emit appraisalChanged();
}

void Session::select(const QString &subject) {
    if (subject == m_selected) return;
    m_selected = subject;
    emit selectionChanged();
}

Session::ShownGauge Session::gauge(const std::string &id) const {
    const auto ahead = std::find_if(m_ahead.gauges.begin(), m_ahead.gauges.end(),
                                    [&id](const job::Gauge &g) { return g.id == id && !g.needsProof; });
    if (!m_showPinned && ahead != m_ahead.gauges.end()) return {&*ahead, true, m_ahead.job != m_job};
    return {shownAppraisal()->gauge(id), false, isWorking()};
}

void Session::receiveAhead(const Appraiser::Ahead &ahead) {
    m_ahead = ahead;
    emit gaugesAhead();
}

void Session::receive(const Appraiser::Answer &answer) {
    // A closer look at what has changed since is of no use; quick answers follow a moving hand.
    if (answer.appraisal->detail != proof::Detail::Strips && answer.job != m_job) return;
    m_appraisal = answer.appraisal;
    m_appraisedJob = answer.job;
    m_ahead = {};
    if (!isWorking()) m_staleTimer.stop();
    emit appraisalChanged();
}

}  // namespace hefty::app
