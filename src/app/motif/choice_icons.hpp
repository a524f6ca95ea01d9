// A small picture of each motif choice: what its copies make.
#pragma once
#include <QIcon>
#include <map>

#include "draw/motif_painter.hpp"
#include "model/project.hpp"

namespace clathra {

class ChoiceIcons {
 public:
  /// Empty where its print's picture or its shape is not there.
  QIcon of(const Project& project, const MotifChoice& motif, int side);

 private:
  struct Made {
    Print print;
    Polygon paper;  ///< where the window lies
    UnitKind kind = UnitKind::Pinwheel;
    int side = 0;
    QIcon icon;
  };
  std::map<int, Made> made_;  // by the choice's id
};

}  // namespace clathra
