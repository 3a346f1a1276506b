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
    dialog.setMinimumWidth(640);
    auto* column = new QVBoxLayout(&dialog);
    column->addWidget(new ParameterForm(parameters, units, std::move(apply), {}, &dialog, ParameterForm::Labels::Help));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    column->addWidget(buttons);
    QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    return dialog.exec() == QDialog::Accepted;
}

/// What the person made of the parameters of a value; nothing when they left it.
template <class T>
std::optional<T> asked(const QString& title, const char* name, T value, const std::vector<Parameter>& parameters,
                       const Session& session, QWidget* parent) {
    const auto apply = [&](const Parameter& p, const ParameterValue& v, const QString&) { (void)setField(value, p.path, v); };
    if (!ask(title, name, parameters, session.job().settings.units, apply, parent)) return std::nullopt;
    return value;
}

} // namespace

void askForSettings(Session& session, QWidget* parent) {
    const Settings& now = session.job().settings;
    if (const auto settings = asked(Session::tr("Settings of the job"), "settings", now, parametersOf(now), session, parent))
        (void)session.editJob(Session::tr("settings of the job"), [&](Job& job) { job.settings = *settings; });
}

void askForPrices(Session& session, QWidget* parent) {
    const Prices now = session.job().prices.value_or(Prices{});
    if (const auto prices = asked(Session::tr("Prices of the job"), "prices", now, parametersOf(now), session, parent))
        (void)session.editJob(Session::tr("prices of the job"), [&](Job& job) { job.prices = *prices; });
}

void askForPreferences(Session& session, QWidget* parent) {
    const Preferences now = session.job().preferences.value_or(Preferences{});
    if (const auto chosen = asked(Session::tr("Stock and preferences"), "preferences", now, parametersOf(now), session, parent))
        (void)session.editJob(Session::tr("stock and preferences"), [&](Job& job) { job.preferences = *chosen; });
}

void askForPlates(Session& session, QWidget* parent) {
    if (!session.current()) return;
    const Joint& now = *session.current();
    if (const auto joint =
            asked(Session::tr("Choices of the plate method"), "plateChoices", now, plateParameters(now), session, parent))
        (void)session.edit(Session::tr("choices of the plate method"), [&](Joint& j) { j = *joint; });
}

void askForCapacity(Session& session, QWidget* parent) {
    if (!session.current()) return;
    // Choices may be made before the switch is turned on, and none of them turns it on.
    Joint joint = *session.current();
    bool isOn = joint.seismic.has_value();
    const std::vector<Parameter> parameters = capacityParameters(joint);
    if (!joint.seismic) joint.seismic.emplace();
    const auto apply = [&](const Parameter& p, const ParameterValue& v, const QString&) {
        if (p.path == parameters.front().path)
            isOn = std::get<double>(v) != 0;
        else
            (void)setField(joint, p.path, v);
    };
    const UnitSystem units = session.job().settings.units;
    if (!ask(Session::tr("Capacity design"), "capacity", parameters, units, apply, parent)) return;
    if (!isOn) joint.seismic.reset();
    (void)session.edit(Session::tr("capacity design"), [&](Joint& j) { j = joint; });
}

void askForJoint(Session& session, QWidget* parent) {
    if (!session.current()) return;
    const Joint& now = *session.current();
    const QString mark = QString::fromStdString(now.mark);
    if (const auto joint = asked(Session::tr("Joint %1").arg(mark), "jointData", now, jointParameters(now), session, parent))
        (void)session.edit(Session::tr("data of joint %1").arg(mark), [&](Joint& j) { j = *joint; });
}

} // namespace zg
