// What is worked out of a project beside its layout: sheets, the supply of each motif choice, the plan of
// each cloth, and the remarks. Each is a node of its own; see node.hpp for what they guarantee.
#pragma once
#include <QObject>
#include <map>
#include <memory>
#include <vector>

#include "app/session/node.hpp"
#include "cutting/batch.hpp"
#include "edit/remedies.hpp"
#include "motif/colour_ticks.hpp"
#include "paper/closing.hpp"
#include "paper/paper_plan.hpp"
#include "review/review.hpp"

namespace clathra {

/// What papers and their sheets read.
struct SheetsInput {
  PaperInput papers;
  std::string page;
  double margin = kPageMargin;
  MarkedSide marked = MarkedSide::Back;
  bool stripsFirst = false;
  double gap = 0;
  bool block = false;
  std::vector<int> groups;  ///< of SheetOptions
  friend bool operator==(const SheetsInput&, const SheetsInput&) = default;
};

/// What papers come to of each material, and with more of them covered ahead: for looking at, so it is worked
/// out only where it is looked at.
struct PaperChoices {
  std::vector<MaterialRow> materials;
  std::vector<int> atOnce;  ///< by how many are covered ahead
  struct Lay {
    int sheets = 0, strokes = 0, papers = 0;
  };
  Lay fewestSheets, stripsFirst;  ///< both ways to lay them
};

/// What papers as they were measured are laid against.
struct ClosingInput {
  std::shared_ptr<const Geometry> geometry;
  std::vector<Reading> readings;
  double easePercent = kEasePercent;
  friend bool operator==(const ClosingInput&, const ClosingInput&) = default;
};

/// What the ticks of colours read.
struct ColourInput {
  std::shared_ptr<const Project> project;
  friend bool operator==(const ColourInput& a, const ColourInput& b);
};

/// What a cloth's plan reads: of its first motif choice the windows are known already.
struct PlanInput {
  CutInput cut;
  Supplies supplies;
  friend bool operator==(const PlanInput&, const PlanInput&) = default;
};

/// What is cut now of one cloth, and the rest.
struct BatchInput {
  CutInput cut;
  std::vector<std::uint32_t> now;
  friend bool operator==(const BatchInput&, const BatchInput&) = default;
};

/// A cloth that does not suffice.
struct RemediesInput {
  std::shared_ptr<const Project> project;
  ClothId cloth = kNoCloth;
  friend bool operator==(const RemediesInput&, const RemediesInput&) = default;
};

/// What the remarks read. Figures that are not there yet are left out, and the checks pass them over.
struct RemarksInput {
  std::shared_ptr<const Project> project;
  Derived derived;
  std::map<ClothId, std::shared_ptr<const CutPlan>> plans;
  std::map<ClothId, Message> planFaults;
  Supplies supplies;
  std::shared_ptr<const Closure> closure;
  std::shared_ptr<const PaperPlan> papers;
  PaperBox box;
  std::optional<PrinterProfile> printer;
  std::shared_ptr<const ReviewInput> before;  ///< of another state, to go on from; changes no answer
  friend bool operator==(const RemarksInput& a, const RemarksInput& b) {
    return a.project == b.project && a.plans == b.plans && a.planFaults == b.planFaults &&
           a.supplies == b.supplies && a.closure == b.closure && a.papers == b.papers && a.box == b.box &&
           a.printer == b.printer;
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
  void follow(std::shared_ptr<const Project> project, const Derived& derived, const PaperBox& box);
  /// The printer that is used now: remarks read it.
  void setPrinter(const PrinterProfile& printer);
  const std::optional<PrinterProfile>& printer() const { return printer_; }
  /// The paper station is looked at: what is dear and only shown there is worked out too.
  void showPaperChoices(bool shown);
  /// This cloth is looked at: where pieces are marked to be cut now, its batch is worked out.
  void showBatch(ClothId cloth);
  void rest();  ///< no project is open
  void stop();
  void goOn();  ///< what was stopped is taken up again

  // Each belongs to the project as it is now, or is absent: being worked out, or stopped.
  std::shared_ptr<const PaperPlan> papers() const;
  std::shared_ptr<const SheetPlan> sheets() const;
  Message sheetsFault() const;
  std::shared_ptr<const PaperChoices> paperChoices() const;
  std::shared_ptr<const Closure> closure() const;  ///< absent without readings too
  Message closureFault() const;
  /// Where colours change along seams; absent too where papers show no ticks.
  std::shared_ptr<const ColourTicks> colours() const;
  std::shared_ptr<const CutPlan> plan(ClothId cloth) const;
  Message planFault(ClothId cloth) const;
  /// While a plan is worked out: how short the traced patches lay at first and do now, mm.
  std::optional<Progress::SoFar> planSoFar(ClothId cloth) const;
  /// Of the cloth that is shown; absent too where nothing of it is marked.
  std::shared_ptr<const CutBatch> batch(ClothId cloth) const;
  Message batchFault() const;
  /// What can be done where a cloth is sold out: worked out when it is asked for, and gone with the next
  /// edit.
  void askRemedies(ClothId cloth);
  bool remediesAsked(ClothId cloth) const { return remediesOf_ == cloth && cloth != kNoCloth; }
  std::shared_ptr<const std::vector<Remedy>> remedies() const;
  Message remediesFault() const;
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
  using SheetsNode = Node<SheetsInput, Result<PaperPlan>>;
  using ChoicesNode = Node<SheetsInput, Result<PaperChoices>>;
  using ClosingNode = Node<ClosingInput, Result<Closure>>;
  using ColourNode = Node<ColourInput, Result<ColourTicks>>;
  using SupplyNode = Node<WindowInput, Result<MotifSupply>>;
  using PlanNode = Node<PlanInput, Result<CutPlan>>;
  using BatchNode = Node<BatchInput, Result<CutBatch>>;
  using RemediesNode = Node<RemediesInput, Result<std::vector<Remedy>>>;
  using RemarksNode = Node<RemarksInput, Remarks>;

  void arrived();
  void wantPlans();
  void wantBatch();
  void wantRemarks();
  template <class Do>
  void each(Do what);
  template <class Do>
  void each(Do what) const;

  std::unique_ptr<QThreadPool> pool_;
  std::shared_ptr<const Project> project_;
  Derived derived_;
  std::map<ClothId, CutInput> cuts_;  ///< what each plan reads, apart from supplies
  SheetsInput wanted_;
  SheetsNode sheets_;
  ChoicesNode choices_;
  bool choicesShown_ = false;
  BatchNode batch_;
  ClothId batchOf_ = kNoCloth;
  RemediesNode remedies_;
  ClothId remediesOf_ = kNoCloth;
  std::optional<PrinterProfile> printer_;
  ClosingNode closing_;
  ColourNode colours_;
  std::map<int, std::unique_ptr<SupplyNode>> supplies_;
  std::map<ClothId, std::unique_ptr<PlanNode>> plans_;
  RemarksNode remarks_;
  std::shared_ptr<const ReviewInput> before_;
};

}  // namespace clathra
