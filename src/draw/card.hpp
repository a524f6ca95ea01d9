// The cutting card: one or more designed pages that go to the table.
#pragma once
#include <QPainter>
#include <functional>

#include "cutting/plan.hpp"
#include "model/page.hpp"
#include "model/project.hpp"

namespace clathra {

/// Cautions for blades, short, for screen and card. They do not replace the maker's instructions.
QString bladeCautions();
/// How the cloth must lie: "Right side up …"; the way handed patches come out right.
QString clothLies(const CutPlan& plan);

/// Paints the card in mm; calls newPage when a page is full (and gets a fresh one).
void paintCutCard(QPainter& painter, const Project& project, const CutPlan& plan, const Page& page,
                  const std::function<void()>& newPage);

}  // namespace clathra
