#pragma once

#include <QNetworkAccessManager>
#include <QNetworkReply>
#include <QObject>
#include <QPointer>
#include <QUrl>

#include "core/workshop/purchase.h"

namespace hefty::app {

/// Asks a supplier over HTTP (docs/suppliers.md). One question at a time.
class QuoteClient : public QObject {
    Q_OBJECT

  public:
    explicit QuoteClient(QObject *parent = nullptr);
    ~QuoteClient() override;

    /// @param patience  until it is given up, ms
    void ask(const QUrl &supplier, const std::vector<workshop::Need> &needs, const std::string &currency,
             int patience = usualPatience);
    void stop();
    [[nodiscard]] bool isAsking() const { return !m_reply.isNull(); }

    static constexpr int usualPatience = 15000;  // ms

  signals:
    void answered(const hefty::workshop::Quote &quote);
    /// Nothing of an answer could be used; the text says why and what to do.
    void failed(const QString &why);

  private:
    void finish();

    QNetworkAccessManager m_net;
    QPointer<QNetworkReply> m_reply;
    std::vector<workshop::Need> m_needs;
    std::string m_currency;
    bool m_stopped = false;
};

}  // namespace hefty::app
