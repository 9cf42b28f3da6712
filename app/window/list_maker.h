#pragma once

#include <algorithm>
#include <functional>
#include <string>

#include <QCoreApplication>

#include "app/sheets/record_table.h"

/// How the lists of the job are declared: a vector of the job, and a column for each field of its rows.
namespace hefty::app::lists {

using measure::Quantity;

/// The words of lists, where translators find them.
struct ListText {
    Q_DECLARE_TR_FUNCTIONS(hefty::app::lists::ListText)
};

inline QString q(const std::string &text) {
    return QString::fromStdString(text);
}

/// An id that no row has yet: "point1", "point2", ...
template <class Rows>
std::string freshId(const Rows &rows, const std::string &stem) {
    for (int n = 1;; ++n) {
        const std::string id = stem + std::to_string(n);
        if (std::none_of(rows.begin(), rows.end(), [&id](const auto &r) { return r.id == id; })) return id;
    }
}

/// A list over a vector of the job. `Rows` finds the vector in a job, const or not.
template <class Row, class Rows>
class ListMaker {
  public:
    ListMaker(QString what, Rows rows) : m_rows(std::move(rows)) {
        m_list.what = std::move(what);
        m_list.count = [r = m_rows](const job::Job &job) { return static_cast<int>(r(job).size()); };
        m_list.remove = [r = m_rows](job::Job &job, int row) {
            auto &list = r(job);
            list.erase(list.begin() + row);
        };
    }
    /// A column whose cells are made from the row.
    ListMaker &column(QString name, int width, std::function<RecordCell(const Row &)> cell,
                      std::function<void(Row &, double)> setNumber,
                      std::function<void(Row &, const QString &)> setText = {}) {
        RecordColumn c;
        c.name = std::move(name);
        c.width = width;
        c.cell = [r = m_rows, cell](const job::Job &job, int row) {
            return cell(r(job)[static_cast<std::size_t>(row)]);
        };
        if (setNumber)
            c.setNumber = [r = m_rows, setNumber](job::Job &job, int row, double v) {
                setNumber(r(job)[static_cast<std::size_t>(row)], v);
            };
        if (setText)
            c.setText = [r = m_rows, setText](job::Job &job, int row, const QString &t) {
                setText(r(job)[static_cast<std::size_t>(row)], t);
            };
        m_list.columns.push_back(std::move(c));
        return *this;
    }
    ListMaker &number(QString name, int width, double Row::*member, Quantity quantity, double least,
                      double most) {
        return column(
            std::move(name), width,
            [=](const Row &r) { return RecordCell::measure(r.*member, quantity, least, most); },
            [=](Row &r, double v) { r.*member = v; });
    }
    ListMaker &words(QString name, int width, std::string Row::*member) {
        return column(
            std::move(name), width, [=](const Row &r) { return RecordCell::words(q(r.*member)); }, {},
            [=](Row &r, const QString &t) { r.*member = t.toStdString(); });
    }
    ListMaker &coordinate(QString name, shape::Vec3 Row::*member, int axis, double least) {
        return column(
            std::move(name), 90,
            [=](const Row &r) {
                return RecordCell::measure((r.*member)(axis), Quantity::Length, least, rig::farthest);
            },
            [=](Row &r, double v) { (r.*member)(axis) = v; });
    }
    ListMaker &adds(std::function<Row(const std::vector<Row> &)> fresh) {
        m_list.add = [r = m_rows, fresh](job::Job &job) { r(job).push_back(fresh(r(job))); };
        return *this;
    }
    ListMaker &hint(const QString &text) {
        m_list.hint = [text](int) { return text; };
        return *this;
    }
    RecordList take() { return std::move(m_list); }

  private:
    Rows m_rows;
    RecordList m_list;
};

template <class Row, class Rows>
ListMaker<Row, Rows> listOf(QString what, Rows rows) {
    return {std::move(what), std::move(rows)};
}

}  // namespace hefty::app::lists
