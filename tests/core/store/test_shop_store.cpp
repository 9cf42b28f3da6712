#include <QtTest>

#include <QTemporaryDir>

#include <filesystem>
#include <fstream>
#include <random>

#include "core/store/shop_store.h"
#include "tests/core/demo.h"

using namespace hefty;
using hefty::store::KeptJob;
using hefty::store::ShopStore;
using hefty::testing::demoJob;
using hefty::testing::fullSet;

namespace {

void write(const std::string &path, const std::string &text) {
    std::ofstream(path, std::ios::binary) << text;
}

}  // namespace

class TestShopStore : public QObject {
    Q_OBJECT
    QTemporaryDir m_dir;
    [[nodiscard]] std::string file(const char *name) const { return m_dir.filePath(name).toStdString(); }

  private slots:
    /// Patterns of the shop's own: kept once by name, exported and taken in again, the newer one stays.
    void ownPatterns() {
        ShopStore s = ShopStore::open(file("patterns.sqlite")).value();
        QVERIFY(s.patterns().empty());
        armor::Piece piece = demoJob().pieces[0];
        piece.operations.push_back({{"op", "hole"}, {"part", "beam"}});
        QVERIFY(s.keepPattern(piece, "2026-05-01"));
        piece.settings["width"] = 1640.0;
        QVERIFY(s.keepPattern(piece, "2026-06-01"));
        QCOMPARE(s.patterns().size(), std::size_t{1});
        QVERIFY(s.patterns()[0].piece == piece);
        QVERIFY(s.exportTo(file("patterns.json")));

        ShopStore t = ShopStore::open(file("other.sqlite")).value();
        armor::Piece older = piece;
        older.settings["width"] = 1500.0;
        QVERIFY(t.keepPattern(older, "2026-05-20"));
        QVERIFY(t.importFrom(file("patterns.json")));
        QVERIFY(t.patterns()[0].piece == piece);
        QVERIFY(t.keepPattern(older, "2026-07-01"));
        QVERIFY(t.importFrom(file("patterns.json")));
        QVERIFY(t.patterns()[0].piece == older);
        write(file("broken.json"),
              R"({"format":"hefty-girder-shop","version":1,"jobs":[],"patterns":[{"piece":{"id":7}}]})");
        QVERIFY(!t.importFrom(file("broken.json")));
        QVERIFY(t.forgetPattern(piece.name));
        QVERIFY(t.patterns().empty());
        // in another job it gets an id of its own and stands on nothing
        older.on = "somewhere";
        const armor::Piece added = job::newPiece(demoJob(), older);
        QVERIFY(added.id != older.id && added.on.empty() && added.settings == older.settings);
    }
    void jobsAreKeptAndFound() {
        ShopStore s = ShopStore::open(file("deep/down/shop.sqlite")).value();
        QVERIFY(s.find("")->empty());
        job::Job one = demoJob(), other = fullSet();
        one.log.entries.push_back({"2026-04-01", log::EntryKind::Hours, "beam cut and coped", 5.5, "", ""});
        one.log.entries.push_back({"2026-04-02", log::EntryKind::Cost, "wire", 40, "", ""});
        QVERIFY(s.keepJob(one, "/jobs/one.girder.json", "2026-04-02"));
        QVERIFY(s.keepJob(other, "/jobs/other.girder.json", "2026-05-20"));
        const auto all = s.find("").value();
        QCOMPARE(all.size(), std::size_t{2});
        QCOMPARE(all[0].path, std::string("/jobs/other.girder.json"));  // the newest first
        QCOMPARE(all[1].hours, 5.5);
        QCOMPARE(all[1].spent, 40.0);
        QVERIFY(all[0].pieces.find(other.pieces[1].name) != std::string::npos);
        for (const auto &[words, count] : {std::pair{"marten", 2U},
                                           {"SLIDER", 1U},
                                           {"coped BEAM", 1U},
                                           {"coped slider", 0U},
                                           {"tolliver winch", 2U},
                                           {"  ", 2U}})
            QVERIFY2(s.find(words)->size() == count, words);
        // kept again it stands there once, as it is now
        one.name = "The same, changed";
        QVERIFY(s.keepJob(one, "/jobs/one.girder.json", "2026-06-01"));
        QCOMPARE(s.find("")->size(), std::size_t{2});
        QCOMPARE(s.find("")->front().name, one.name);
        QVERIFY(s.take("/jobs/one.girder.json").value() == one);
        QVERIFY(!s.take("/jobs/none") && s.take("/jobs/none").error().kind == ProblemKind::UnknownId);
        QVERIFY(s.forget("/jobs/one.girder.json"));
        QCOMPARE(s.find("")->size(), std::size_t{1});
    }

    void shopForAJob() {
        ShopStore s = ShopStore::open(file("own.sqlite")).value();
        QVERIFY(!s.shopDate() && !s.withShop(demoJob()));
        job::Job rich = fullSet();
        rich.shop.name = "Shed Ten";
        rich.rules.shockFactor = 1.4;
        QVERIFY(s.keepShop(rich, "2026-07-01"));
        QCOMPARE(*s.shopDate(), std::string("2026-07-01"));
        const job::Job plain = demoJob(), got = s.withShop(plain).value();
        QVERIFY(got.shop == rich.shop);
        QCOMPARE(got.rules.shockFactor, 1.4);
        QVERIFY(got.pieces == plain.pieces && got.vehicle == plain.vehicle && got.log == plain.log);
    }

    void startedFromAnother() {
        job::Job old = fullSet();
        old.log.entries.push_back({"2026-04-01", log::EntryKind::Trip, "ridge", 60, "", ""});
        const job::Job fresh = store::startedFrom(old);
        QVERIFY(fresh.log.empty() && fresh.signedOff.empty());
        QVERIFY(fresh.vehicle == old.vehicle && fresh.pieces == old.pieces && fresh.shop == old.shop);
        QVERIFY(fresh.name != old.name);
    }

    void exportAndImport() {
        ShopStore a = ShopStore::open(file("a.sqlite")).value(),
                  b = ShopStore::open(file("b.sqlite")).value();
        QVERIFY(a.keepShop(fullSet(), "2026-07-01"));
        QVERIFY(a.keepJob(demoJob(), "/x", "2026-03-01") && a.keepJob(fullSet(), "/y", "2026-03-02"));
        job::Job newer = demoJob();
        newer.name = "newer here";
        QVERIFY(b.keepJob(newer, "/x", "2026-09-09"));
        QVERIFY(a.exportTo(file("all.json")));
        QCOMPARE(b.importFrom(file("all.json")).value(), 1);  // "/x" is newer here and stays
        QCOMPARE(b.take("/x")->name, newer.name);
        QVERIFY(b.take("/y").value() == fullSet());
        QCOMPARE(b.shopDate().value(), std::string("2026-07-01"));
        QVERIFY(b.exportTo(file("again.json")));
        QVERIFY(!b.exportTo(file("no/such/folder/x.json")));
        // a file with one damaged job takes nothing
        std::ifstream in(file("all.json"));
        std::string text((std::istreambuf_iterator<char>(in)), {});
        Json json = Json::parse(text);
        json["jobs"][1]["job"]["vehicle"]["data"] = "none";
        json["jobs"][0]["path"] = "/z";
        write(file("bad.json"), json.dump());
        const auto bad = b.importFrom(file("bad.json"));
        QVERIFY(!bad && bad.error().where.find("jobs/1") != std::string::npos);
        QVERIFY(!b.take("/z"));
        for (const char *nonsense :
             {"", "[]", "{\"format\":\"hefty-girder-shop\"}", "{\"format\":7", "{\"jobs\":[]}"}) {
            write(file("nonsense.json"), nonsense);
            QVERIFY2(!b.importFrom(file("nonsense.json")), nonsense);
        }
        QVERIFY(!b.importFrom(file("not there")));
    }

    /// Exported files with bytes changed at random: taken whole or refused, never half.
    void damagedFiles() {
        ShopStore a = ShopStore::open(file("c.sqlite")).value();
        QVERIFY(a.keepJob(demoJob(), "/x", "2026-03-01") && a.exportTo(file("c.json")));
        std::ifstream in(file("c.json"));
        const std::string whole((std::istreambuf_iterator<char>(in)), {});
        std::mt19937 dice(5);
        for (int run = 0; run < 150; ++run) {
            std::string text = whole;
            for (int k = 0; k < 3; ++k) text[dice() % text.size()] = static_cast<char>(32 + dice() % 90);
            if (run % 3 == 0) text.resize(dice() % text.size());
            write(file("d.json"), text);
            ShopStore b = ShopStore::open(file("d.sqlite")).value();
            const auto taken = b.importFrom(file("d.json"));
            QCOMPARE(b.find("")->size(), static_cast<std::size_t>(taken ? *taken : 0));
            const std::vector<KeptJob> kept = b.find("").value();
            for (const KeptJob &j : kept) {
                QVERIFY(b.take(j.path));
                QVERIFY(b.forget(j.path));
            }
        }
    }

    void twoWindowsOnOneFile() {
        ShopStore a = ShopStore::open(file("two.sqlite")).value(),
                  b = ShopStore::open(file("two.sqlite")).value();
        for (int i = 0; i < 20; ++i) {
            QVERIFY((i % 2 ? a : b).keepJob(demoJob(), "/" + std::to_string(i), "2026-03-01"));
            QCOMPARE((i % 2 ? b : a).find("")->size(), static_cast<std::size_t>(i + 1));
        }
    }

    void filesThatAreNone() {
        write(file("junk.sqlite"), std::string(4096, 'x'));
        const auto junk = ShopStore::open(file("junk.sqlite"));
        QVERIFY(!junk && junk.error().kind == ProblemKind::File && !junk.error().remedy.empty());
        QVERIFY(!ShopStore::open("/proc/none/shop.sqlite"));
        {
            ShopStore s = ShopStore::open(file("newer.sqlite")).value();
            QVERIFY(s.keepShop(demoJob(), "2026-01-01"));
        }
        // the version stands at byte 60 of the file, four bytes, high byte first
        std::fstream f(file("newer.sqlite"), std::ios::in | std::ios::out | std::ios::binary);
        f.seekp(63);
        f.put(9);
        f.close();
        const auto newer = ShopStore::open(file("newer.sqlite"));
        QVERIFY(!newer && newer.error().message.find("newer") != std::string::npos);
    }
};

QTEST_GUILESS_MAIN(TestShopStore)
#include "test_shop_store.moc"
