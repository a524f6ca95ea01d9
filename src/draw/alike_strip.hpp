// Look-alikes at true size on a page, to hold papers against.
#pragma once
#include <QPainter>
#include <functional>

#include "model/project.hpp"
#include "paper/alike_pairs.hpp"

namespace clathra {

/// Of each pair both outlines beside each other with their names, then laid on each other, with what they
/// differ by and how to tell them apart; in mm. Pairs wider than the page are told without a picture.
void paintAlikeStrip(QPainter& painter, const Project& project, const std::vector<AlikePair>& pairs,
                     const Page& page, const std::function<void()>& newPage);
/// How to tell a pair apart: a mark, or card of another colour for the kind with fewer papers.
QString alikeAdvice(const Project& project, const AlikePair& pair);
QString alikeTitle(const Project& project, const AlikePair& pair);

}  // namespace clathra
