#include "app/dialogs/settings_dialog.h"
#include "app/sheet/parameter_form.h"
#include "session/session.h"
#include <QDialog>
#include <QDialogButtonBox>
#include <QVBoxLayout>

namespace zg {
namespace {

bool ask(const QString& title, const char* name, const std::vector<Parameter>& parameters, UnitSystem units,
         ParameterForm::Apply apply, QWidget* parent) {
    QDialog dialog(parent);
    dialog.setWindowTitle(title);
    dialog.setObjectName(QLatin1String(name));
    dialog.setMinimumWidth(420);
    auto* column = new QVBoxLayout(&dialog);
    column->addWidget(new ParameterForm(parameters, units, std::move(apply), {}, &dialog, ParameterForm::Labels::Help));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    column->addWidget(buttons);
    QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    return dialog.exec() == QDialog::Accepted;
}

} // namespace

void askForSettings(Session& session, QWidget* parent) {
    Settings settings = session.job().settings;
    const auto apply = [&](const Parameter& p, const ParameterValue& value, const QString&) {
        (void)setField(settings, p.path, value);
    };
    if (ask(Session::tr("Settings of the job"), "settings", parametersOf(settings), settings.units, apply, parent)) {
        (void)session.editSettings(Session::tr("settings of the job"), [&](Settings& s) { s = settings; });
    }
}

void askForPrices(Session& session, QWidget* parent) {
    Prices prices = session.job().prices.value_or(Prices{});
    const auto apply = [&](const Parameter& p, const ParameterValue& value, const QString&) {
        (void)setField(prices, p.path, value);
    };
    if (ask(Session::tr("Prices of the job"), "prices", parametersOf(prices), session.job().settings.units, apply, parent))
        (void)session.editPrices(Session::tr("prices of the job"), prices);
}

void askForPreferences(Session& session, QWidget* parent) {
    Preferences preferences = session.job().preferences.value_or(Preferences{});
    const auto apply = [&](const Parameter& p, const ParameterValue& value, const QString&) {
        (void)setField(preferences, p.path, value);
    };
    if (ask(Session::tr("Stock and preferences"), "preferences", parametersOf(preferences), session.job().settings.units, apply,
            parent))
        (void)session.editPreferences(Session::tr("stock and preferences"), preferences);
}

void askForPlates(Session& session, QWidget* parent) {
    if (!session.current()) return;
    Joint joint = *session.current();
    const auto apply = [&](const Parameter& p, const ParameterValue& value, const QString&) {
        (void)setField(joint, p.path, value);
    };
    if (ask(Session::tr("Choices of the plate method"), "plateChoices", plateParameters(joint), session.job().settings.units,
            apply, parent))
        (void)session.edit(Session::tr("choices of the plate method"), [&](Joint& j) { j = joint; });
}

void askForJoint(Session& session, QWidget* parent) {
    if (!session.current()) return;
    Joint joint = *session.current();
    const auto apply = [&](const Parameter& p, const ParameterValue& value, const QString&) {
        (void)setField(joint, p.path, value);
    };
    if (ask(Session::tr("Joint %1").arg(QString::fromStdString(joint.mark)), "jointData", jointParameters(joint),
            session.job().settings.units, apply, parent)) {
        (void)session.edit(Session::tr("data of joint %1").arg(QString::fromStdString(joint.mark)), [&](Joint& j) { j = joint; });
    }
}

} // namespace zg
