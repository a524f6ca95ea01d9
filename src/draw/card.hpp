// The cutting card: one or more designed pages that go to the table.
#pragma once
#include <QPainter>
#include <functional>

#include "cutting/batch.hpp"
#include "model/page.hpp"
#include "model/project.hpp"
#include "motif/reference.hpp"

namespace clathra {

/// Cautions for blades, short, for screen and card. They do not replace the maker's instructions.
QString bladeCautions();
/// "12.5 mm from corner A, 30 mm from corner B": read on a ruler, so in mm.
QString referenceText(const Reference& reference);
/// Where the seams of a cloth that is joined from strips cross the paper of a choice; empty where it is not.
QString stripSeamsText(const Project& project, const MotifChoice& motif);
/// How the cloth must lie: "Right side up …"; the way handed patches come out right. Where it is drawn on the
/// wrong side that is said first.
QString clothLies(const Cloth& cloth, const CutPlan& plan);

/// Where a project is made several times: what one of them takes of the plan's figures. Else empty.
QString shareOfOne(const Project& project, const CutPlan& plan);
/// What a batch promises of the rest, or what it lacks.
QString promiseOf(const Project& project, const CutBatch& batch);

/// Paints the card in mm; calls newPage when a page is full (and gets a fresh one). With a batch the plan is
/// what is cut now, and the map shows what is kept for the rest.
void paintCutCard(QPainter& painter, const Project& project, const CutPlan& plan, const Page& page,
                  const std::function<void()>& newPage, const CutBatch* batch = nullptr);

}  // namespace clathra
