// Templates for cloth, and the card for ruler and knife, as pages.
#pragma once
#include <QPainter>

#include "model/project.hpp"
#include "paper/ruler_card.hpp"
#include "paper/templates.hpp"

namespace clathra {

/// One page of templates or masters, in mm: what is cut in full lines (left out without `outlines`), what is
/// only drawn in dashes.
void paintTemplates(QPainter& painter, const Project& project, const TemplatePlan& plan, std::size_t page,
                    bool outlines = true);
/// The card for ruler and knife; `newPage` where it takes more than one.
void paintRulerCard(QPainter& painter, const Project& project, const RulerCard& card, const Page& page,
                    const std::function<void()>& newPage);

}  // namespace clathra
