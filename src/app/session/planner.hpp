// What is worked out of a project beside its layout: sheets, the supply of each motif choice, the plan of
// each cloth, and the remarks. Each is a node of its own; see node.hpp for what they guarantee.
#pragma once
#include <QObject>
#include <map>
#include <memory>
#include <vector>

#include "app/session/node.hpp"
#include "paper/sheets.hpp"
#include "review/review.hpp"

namespace clathra {

/// What the sheets read.
struct SheetsInput {
  std::shared_ptr<const Layout> layout;
  std::string page;
  MarkedSide marked = MarkedSide::Back;
  bool stripsFirst = false;
  friend bool operator==(const SheetsInput&, const SheetsInput&) = default;
};

/// What a cloth's plan reads: of its first motif choice the windows are known already.
struct PlanInput {
  CutInput cut;
  Supplies supplies;
  friend bool operator==(const PlanInput&, const PlanInput&) = default;
};

/// What the remarks read. Figures that are not there yet are left out, and the checks pass them over.
struct RemarksInput {
  std::shared_ptr<const Project> project;
  Derived derived;
  std::map<ClothId, std::shared_ptr<const CutPlan>> plans;
  std::map<ClothId, Message> planFaults;
  Supplies supplies;
  std::shared_ptr<const ReviewInput> before;  ///< of another state, to go on from; changes no answer
  friend bool operator==(const RemarksInput& a, const RemarksInput& b) {
    return a.project == b.project && a.plans == b.plans && a.planFaults == b.planFaults &&
           a.supplies == b.supplies;
  }
};
struct Remarks {
  std::vector<Remark> list;
  std::shared_ptr<const ReviewInput> input;
};

class Planner : public QObject {
  Q_OBJECT
 public:
  explicit Planner(QObject* parent = nullptr);
  ~Planner() override;

  /// The project is this now: nodes whose inputs differ begin anew, the others stay.
  void follow(std::shared_ptr<const Project> project, const Derived& derived);
  void rest();  ///< no project is open
  void stop();
  void goOn();  ///< what was stopped is taken up again

  // Each belongs to the project as it is now, or is absent: being worked out, or stopped.
  std::shared_ptr<const SheetPlan> sheets() const;
  Message sheetsFault() const;
  std::shared_ptr<const CutPlan> plan(ClothId cloth) const;
  Message planFault(ClothId cloth) const;
  std::shared_ptr<const MotifSupply> supply(int motif) const;
  Message supplyFault(int motif) const;
  const std::vector<Remark>& remarks() const;
  bool remarksThere() const;  ///< else they are being worked out
  bool allPlans() const;      ///< every cloth's plan is there

  bool working() const;
  bool stopped() const;
  double done() const;  ///< 0 to 1, of the node that has the farthest to go
  /// For tests: how often the work of a cloth's plan was begun.
  int planStarts(ClothId cloth) const;
  int sheetStarts() const { return sheets_.starts(); }

 Q_SIGNALS:
  void changed();

 private:
  using SheetsNode = Node<SheetsInput, Result<SheetPlan>>;
  using SupplyNode = Node<WindowInput, Result<MotifSupply>>;
  using PlanNode = Node<PlanInput, Result<CutPlan>>;
  using RemarksNode = Node<RemarksInput, Remarks>;

  void arrived();
  void wantPlans();
  void wantRemarks();
  template <class Do>
  void each(Do what);
  template <class Do>
  void each(Do what) const;

  std::unique_ptr<QThreadPool> pool_;
  std::shared_ptr<const Project> project_;
  Derived derived_;
  std::map<ClothId, CutInput> cuts_;  ///< what each plan reads, apart from supplies
  SheetsNode sheets_;
  std::map<int, std::unique_ptr<SupplyNode>> supplies_;
  std::map<ClothId, std::unique_ptr<PlanNode>> plans_;
  RemarksNode remarks_;
  std::shared_ptr<const ReviewInput> before_;
};

}  // namespace clathra
