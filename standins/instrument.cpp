// A simulated measuring instrument on a pseudo-terminal: prints the path of its port, then answers "READ
// what" with a reading, with the noise, dropouts and wrong units that were asked for. docs/instruments.md.
#include <cerrno>
#include <cstdio>
#include <cstdlib>
#include <fstream>
#include <map>
#include <random>
#include <string>

#include <fcntl.h>
#include <poll.h>
#include <termios.h>
#include <unistd.h>

#include <fmt/format.h>
#include <CLI/CLI.hpp>

#include "core/base/csv.h"
#include "core/instrument/line.h"

using namespace hefty;
using namespace hefty::instrument;

namespace {

struct Options {
    std::string kind = "tape", truth;
    unsigned seed = 1;
    double noise = 0.3, dropout = 0, wrongUnit = 0;
    int every = 0;
};

class Standin {
  public:
    explicit Standin(const Options &o) : m_options(o), m_dice(o.seed) {
        static const std::map<std::string, Kind> kinds{{"tape", Kind::Tape},
                                                       {"angle", Kind::Angle},
                                                       {"pads", Kind::Pad},
                                                       {"load", Kind::Load},
                                                       {"pull", Kind::Dial}};
        if (const auto k = kinds.find(o.kind); k != kinds.end()) m_kind = k->second;
    }

    /// What there is to measure: a table with the columns name and value, core units.
    bool readTruth() {
        if (m_options.truth.empty()) return true;
        std::ifstream file(m_options.truth);
        const std::string text((std::istreambuf_iterator<char>(file)), {});
        const auto table = CsvTable::parse(text, m_options.truth);
        if (!table) {
            fmt::print(stderr, "{}\n", table.error().sentence());
            return false;
        }
        Faults faults;
        for (std::size_t r = 0; r < table->rowCount(); ++r)
            m_truth[table->text(r, "name", faults)] = table->number(r, "value", faults);
        if (!faults.none()) fmt::print(stderr, "{}\n", faults.joined().sentence());
        return faults.none();
    }

    /// The other end of the port; -1 if there is none.
    int open() {
        const int port = posix_openpt(O_RDWR | O_NOCTTY);
        if (port < 0 || grantpt(port) != 0 || unlockpt(port) != 0) return -1;
        termios raw{};
        tcgetattr(port, &raw);
        cfmakeraw(&raw);
        tcsetattr(port, TCSANOW, &raw);
        fmt::print("{}\n", ptsname(port));
        std::fflush(stdout);
        return port;
    }

    int run(int port) {
        std::string heard;
        for (;;) {
            pollfd wait{port, POLLIN, 0};
            const int ready = poll(&wait, 1, m_options.every > 0 ? m_options.every : 500);
            if (getppid() == 1) return 0;  // whoever started it has gone
            if (ready == 0 && m_options.every > 0) answer(port, "");
            // A port that nobody has opened hangs up all the time: wait for somebody.
            if (ready > 0 && (wait.revents & POLLHUP)) {
                usleep(50000);
                continue;
            }
            if (ready <= 0 || !(wait.revents & POLLIN)) continue;
            char buffer[256];
            const ssize_t got = read(port, buffer, sizeof buffer);
            if (got < 0 && errno != EIO && errno != EAGAIN) return 1;
            if (got > 0) heard.append(buffer, static_cast<std::size_t>(got));
            for (std::size_t end; (end = heard.find('\n')) != std::string::npos; heard.erase(0, end + 1))
                command(port, heard.substr(0, end));
        }
    }

  private:
    void send(int port, const std::string &line) {
        const std::string out = line + "\n";
        if (write(port, out.data(), out.size()) < 0) fmt::print(stderr, "the port is gone\n");
    }

    void command(int port, const std::string &text) {
        if (text == "QUIT") std::exit(0);
        if (text.starts_with("READ")) answer(port, text.size() > 5 ? text.substr(5) : "");
    }

    double share() { return std::uniform_real_distribution<double>(0, 1)(m_dice); }

    /// A rope with its load cell, pulled as hard as "READ force" asks for or let go by 0, and a dial gauge at
    /// the place that it pulls at. The place gives in line with the pull ("give", mm/kN), seats at first
    /// ("seats", mm) and keeps what it is pulled beyond "yieldsAt" (N).
    void pull(int port, const std::string &what) {
        const auto truth = [this](const char *name, double standard) {
            const auto it = m_truth.find(name);
            return it == m_truth.end() ? standard : it->second;
        };
        const double load = std::max(0.0, std::atof(what.c_str()));
        const double give = truth("give", 0.5) / 1000, yields = truth("yieldsAt", 1e9);
        if (load > 0) m_kept = std::max(m_kept, truth("seats", 0.4));
        if (load > yields) m_kept = std::max(m_kept, truth("seats", 0.4) + 6 * give * (load - yields));
        const auto noise = [this] {
            return std::normal_distribution<double>(0, 1)(m_dice) * m_options.noise;
        };
        const double cell = load > 0 ? std::max(1.0, load * (1 + 0.01 * noise())) : 0;
        send(port, writeLine(Kind::Load, 1, ++m_sequence, cell, "N"));
        if (share() < m_options.dropout)
            return send(port, writeFault(Kind::Dial, 1, ++m_sequence, "off-scale"));
        send(port, writeLine(Kind::Dial, 1, ++m_sequence, m_kept + give * load + 0.05 * noise(), "mm"));
    }

    void answer(int port, const std::string &what) {
        if (m_kind == Kind::Dial) return pull(port, what);
        const int channels = m_kind == Kind::Pad ? 4 : 1;
        for (int c = 1; c <= channels; ++c) one(port, what, c);
    }

    void one(int port, const std::string &what, int channel) {
        ++m_sequence;
        if (const double luck = share(); luck < m_options.dropout) {
            // Half of the dropouts say so, the others just cut the line off.
            const std::string fault = writeFault(m_kind, channel, m_sequence, "no-echo");
            send(port, luck < m_options.dropout / 2 ? fault : fault.substr(0, fault.size() / 2));
            return;
        }
        const std::string name = m_kind == Kind::Pad ? fmt::format("pad{}", channel) : what;
        const auto known = m_truth.find(name);
        const double noise = std::normal_distribution<double>(0, 1)(m_dice) * m_options.noise;
        const auto value = [&](double standard) {
            return (known == m_truth.end() ? standard : known->second);
        };
        if (share() < m_options.wrongUnit) {
            send(port,
                 writeLine(m_kind, channel, m_sequence, value(1000), m_kind == Kind::Tape ? "kg" : "mm"));
            return;
        }
        switch (m_kind) {
            case Kind::Tape:  // every other tape counts in inches
                if (m_options.seed % 2 == 0)
                    return send(port, writeLine(m_kind, 1, m_sequence, (value(1000) + noise) / 25.4, "in"));
                return send(port, writeLine(m_kind, 1, m_sequence, value(1000) + noise, "mm"));
            case Kind::Angle:
                return send(port, writeLine(m_kind, 1, m_sequence, value(0.5) + noise / 1000, "rad"));
            case Kind::Pad:
                return send(port, writeLine(m_kind, channel, m_sequence, value(500) + noise, "kg"));
            case Kind::Load:
                return send(port, writeLine(m_kind, 1, m_sequence, value(10000) + 20 * noise, "N"));
            case Kind::Dial:
                return;
        }
    }

    Options m_options;
    Kind m_kind = Kind::Tape;
    double m_kept = 0;  ///< of a pull: what the place does not go back by, mm
    std::mt19937 m_dice;
    std::map<std::string, double> m_truth;
    int m_sequence = 0;
};

}  // namespace

int main(int argc, char **argv) {
    CLI::App app{"A simulated measuring instrument on a pseudo-terminal; prints the path of its port."};
    Options o;
    app.add_option("--kind", o.kind, "tape, angle, pads, load or pull")
        ->check(CLI::IsMember({"tape", "angle", "pads", "load", "pull"}));
    app.add_option("--truth", o.truth, "CSV with name,value of what there is to measure, in mm, rad, kg, N");
    app.add_option("--seed", o.seed, "of the noise; an even one makes the tape count in inches");
    app.add_option("--noise", o.noise, "standard deviation, in mm, mrad, kg or 20 N");
    app.add_option("--dropout", o.dropout, "share of readings that fail");
    app.add_option("--wrong-unit", o.wrongUnit, "share of readings in a unit that makes no sense");
    app.add_option("--every", o.every, "ms between readings without being asked; 0 = only when asked");
    CLI11_PARSE(app, argc, argv);
    Standin standin(o);
    if (!standin.readTruth()) return 1;
    const int port = standin.open();
    if (port < 0) {
        fmt::print(stderr, "no pseudo-terminal can be opened\n");
        return 1;
    }
    return standin.run(port);
}
