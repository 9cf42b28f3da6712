#include "app/stops/cut/quote_client.h"

#include "app/window/today.h"
#include "app/window/worded.h"

#include <QNetworkReply>
#include <QNetworkRequest>

namespace hefty::app {

QuoteClient::QuoteClient(QObject *parent) : QObject(parent) {}

QuoteClient::~QuoteClient() {
    if (m_reply) m_reply->disconnect(this);
}

void QuoteClient::ask(const QUrl &supplier, const std::vector<workshop::Need> &needs,
                      const std::string &currency, int patience) {
    if (m_reply) return;
    if (!supplier.isValid() || (supplier.scheme() != "http" && supplier.scheme() != "https") ||
        supplier.host().isEmpty()) {
        emit failed(tr("\"%1\" is no address of a supplier. It begins with http:// or https://.")
                        .arg(supplier.toString()));
        return;
    }
    m_needs = needs;
    m_currency = currency;
    m_stopped = false;
    QUrl url = supplier;
    url.setPath(url.path().endsWith('/') ? url.path() + "quote" : url.path() + "/quote");
    QNetworkRequest request(url);
    request.setHeader(QNetworkRequest::ContentTypeHeader, "application/json");
    request.setTransferTimeout(patience);
    m_reply = m_net.post(request, QByteArray::fromStdString(workshop::quoteRequest(needs, currency)));
    constexpr qint64 most = 4'000'000;  // bytes: no answer is that long
    connect(m_reply, &QNetworkReply::downloadProgress, this, [this](qint64 got, qint64) {
        if (got > most && m_reply) m_reply->abort();
    });
    connect(m_reply, &QNetworkReply::finished, this, &QuoteClient::finish);
}

void QuoteClient::stop() {
    m_stopped = true;
    if (m_reply) m_reply->abort();
}

void QuoteClient::finish() {
    const QPointer<QNetworkReply> reply = m_reply;
    m_reply = nullptr;
    reply->deleteLater();
    if (m_stopped) {
        emit failed(tr("Stopped: nothing was changed."));
        return;
    }
    if (reply->error() != QNetworkReply::NoError) {
        const QString host = reply->url().host();
        const bool late = reply->error() == QNetworkReply::OperationCanceledError ||
                          reply->error() == QNetworkReply::TimeoutError;
        emit failed(late ? tr("%1 did not answer in time. Ask again, or call him.").arg(host)
                         : tr("%1 cannot be asked: %2. Look whether the address is right and he is open.")
                               .arg(host, reply->errorString()));
        return;
    }
    const auto quote = workshop::readQuote(reply->readAll().toStdString(), m_needs, m_currency, today());
    if (quote)
        emit answered(*quote);
    else
        emit failed(worded(quote.error().sentence()));
}

}  // namespace hefty::app
