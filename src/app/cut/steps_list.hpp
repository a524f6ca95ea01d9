// The steps of a plan with a box to tick for each that can be carried out, and what was cut already.
#pragma once
#include <QVBoxLayout>
#include <functional>

#include "cutting/plan.hpp"

namespace clathra {

/// A box and its sentence; a tick calls `done`. `why`: why it cannot be ticked, empty if it can.
QWidget* tickRow(const QString& sentence, const QString& why, std::function<void()> done);

/// What was cut of a cloth: a row a cut, each with a button that gives it back.
void addCutRows(QVBoxLayout& body, const Project& project, const Cloth& cloth,
                const std::function<void(int cut)>& giveBack);

}  // namespace clathra
