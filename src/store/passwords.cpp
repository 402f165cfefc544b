// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/passwords.h"

#include "store/dialect.h"

#include <map>
#include <mutex>

namespace lamp::store {

namespace {

struct Told {
    std::mutex lock;
    std::map<QString, QString> passwords;
};

Told &told()
{
    static Told all;
    return all;
}

} // namespace

void tellPassword(const QString &login, const QString &password)
{
    const std::scoped_lock lock(told().lock);
    if (password.isEmpty()) {
        told().passwords.erase(login);
    } else if (!login.isEmpty()) {
        told().passwords[login] = password;
    }
}

QString toldPassword(const QString &login)
{
    const std::scoped_lock lock(told().lock);
    const auto it = told().passwords.find(login);
    return it == told().passwords.end() ? QString() : it->second;
}

void takePassword(const QString &where, const std::function<Result<QString>(const QString &login)> &keyring)
{
    const QString login = serverLogin(where);
    if (login.isEmpty() || withoutPassword(where) != where || !toldPassword(login).isEmpty()) {
        return;
    }
    if (const auto kept = keyring(login)) {
        tellPassword(login, *kept);
    }
}

} // namespace lamp::store
