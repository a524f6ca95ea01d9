#include "edit/mending.hpp"

namespace clathra {

namespace {

struct ToEdit {
  std::optional<Edit> operator()(std::monostate) const { return std::nullopt; }
  std::optional<Edit> operator()(const SliceLater&) const { return SetSides{FinishingSides::Slice}; }
  std::optional<Edit> operator()(const AllowMore& m) const {
    return SetAllowance{Length::millimetres(m.allowance), m.cloth, m.shape};
  }
  std::optional<Edit> operator()(const UsePage& m) const { return SetPage{m.page, {}, {}}; }
  std::optional<Edit> operator()(const UseMargin& m) const {
    SetPage out;
    out.margin = Length::millimetres(m.margin);
    return out;
  }
  std::optional<Edit> operator()(const MarkPapers& m) const { return SetMarks{m.marks}; }
  std::optional<Edit> operator()(const MoveWindow& m) const {
    ChangeMotif out{m.motif, {}};
    out.fields.at = m.at;
    return out;
  }
  std::optional<Edit> operator()(const SplitAtCorner& m) const {
    return SplitPiece{{m.piece}, m.from + 1, m.to + 1};
  }
  std::optional<Edit> operator()(const KeepUpright& m) const {
    return ChooseMethod{m.cloth, "strips", false};
  }
  std::optional<Edit> operator()(const UseWidth& m) const {
    ChangeCloth out{m.cloth, {}};
    out.fields.width = m.width;
    return out;
  }
};

}  // namespace

std::optional<Edit> mendingEdit(const Mend& mend) {
  return std::visit(ToEdit{}, mend);
}

}  // namespace clathra
