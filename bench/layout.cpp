// Seam graph from nothing beside the same by GEOS; one repaint beside a full rebuild; growth.
#include <benchmark/benchmark.h>
#include <geos_c.h>
#include <malloc.h>

#include <vector>

#include "edit/history.hpp"
#include "layout/seams.hpp"
#include "model/tally.hpp"
#include "review/review.hpp"

#include "samples.hpp"

using namespace clathra;

namespace {

void seamGraph(benchmark::State& state) {
  const Project p = bench::sample(static_cast<int>(state.range(0)));
  for (auto _ : state) benchmark::DoNotOptimize(buildSeams(*p.layout));
  state.counters["pieces"] = static_cast<double>(p.layout->size());
}
BENCHMARK(seamGraph)->Arg(1'000)->Arg(10'000)->Arg(20'000)->Unit(benchmark::kMillisecond);

/// The peer: a tree over the outlines, and the intersection of every pair that touches.
void seamGraphByGeos(benchmark::State& state) {
  const Project p = bench::sample(static_cast<int>(state.range(0)));
  const GEOSContextHandle_t geos = GEOS_init_r();
  std::size_t seams = 0;
  for (auto _ : state) {
    std::vector<GEOSGeometry*> outlines;
    GEOSSTRtree* tree = GEOSSTRtree_create_r(geos, 10);
    for (std::size_t i = 0; i < p.layout->size(); ++i) {
      const auto o = p.layout->outline(i);
      GEOSCoordSequence* ring = GEOSCoordSeq_create_r(geos, static_cast<unsigned>(o.size() + 1), 2);
      for (unsigned k = 0; k <= o.size(); ++k)
        GEOSCoordSeq_setXY_r(geos, ring, k, o[k % o.size()].x, o[k % o.size()].y);
      outlines.push_back(GEOSGeom_createPolygon_r(geos, GEOSGeom_createLinearRing_r(geos, ring), nullptr, 0));
      GEOSSTRtree_insert_r(geos, tree, outlines.back(), reinterpret_cast<void*>(i));
    }
    seams = 0;
    for (std::size_t i = 0; i < outlines.size(); ++i) {
      std::vector<std::size_t> near;
      GEOSSTRtree_query_r(
          geos, tree, outlines[i],
          [](void* item, void* list) {
            static_cast<std::vector<std::size_t>*>(list)->push_back(reinterpret_cast<std::size_t>(item));
          },
          &near);
      for (const std::size_t k : near) {
        if (k <= i) continue;
        GEOSGeometry* common = GEOSIntersection_r(geos, outlines[i], outlines[k]);
        double length = 0;
        if (common && GEOSLength_r(geos, common, &length) && length > kMeet) ++seams;
        GEOSGeom_destroy_r(geos, common);
      }
    }
    GEOSSTRtree_destroy_r(geos, tree);
    for (GEOSGeometry* g : outlines) GEOSGeom_destroy_r(geos, g);
  }
  state.counters["seams"] = static_cast<double>(seams);
  GEOS_finish_r(geos);
}
BENCHMARK(seamGraphByGeos)->Arg(10'000)->Unit(benchmark::kMillisecond);

/// All that the window shows of a layout at once: seams, places, counts, and the checks of the layout.
struct Shown {
  Project project;
  Derived derived;
  ReviewInput input;
  std::vector<Remark> remarks;
};

std::vector<Remark> remarksOf(const ReviewInput& input) {
  std::vector<Remark> out;
  for (const Check& c : checks()) {  // those of cutting and motifs read plans that are not made here
    auto found = c.run(input);
    out.insert(out.end(), std::make_move_iterator(found.begin()), std::make_move_iterator(found.end()));
  }
  return out;
}

Shown shown(Project project) {
  Shown out{std::move(project), {}, {}, {}};
  out.derived = derive(out.project.layout);
  out.input = layoutReviewInput(out.project, out.derived);
  out.remarks = remarksOf(out.input);
  return out;
}

void oneRepaint(benchmark::State& state) {
  Project p = bench::sample(10'000);
  const Derived derived = derive(p.layout);
  ReviewInput input = layoutReviewInput(p, derived);
  Tally tally(p);
  const EditContext context{bench::library(), {}, "2026-01-02", derived};
  int n = 0;
  for (auto _ : state) {
    Project next = *applyStep(
        p, {{"edit", "paint"}, {"cloth", n % 2 ? "A" : "B"}, {"pieces", {5'000 + n % 7}}}, context);
    tally = tally.updated(p, next);
    if (state.range(0) != 0) {
      input = layoutReviewInput(next, derived, &input);
      benchmark::DoNotOptimize(remarksOf(input));
    }
    p = std::move(next);
    ++n;
  }
}
BENCHMARK(oneRepaint)->Arg(0)->Arg(1)->Unit(benchmark::kMillisecond);

/// One edit and what follows from it, from what was shown before it.
void oneEdit(benchmark::State& state, const nlohmann::json& edit) {
  const Shown before = shown(bench::sample(10'000));
  const EditContext context{bench::library(), {}, "2026-01-02", before.derived};
  for (auto _ : state) {
    const Project next = *applyStep(before.project, edit, context);
    const Derived derived = deriveAfter(before.derived, next.layout);
    const ReviewInput input = layoutReviewInput(next, derived, &before.input);
    benchmark::DoNotOptimize(remarksOf(input));
  }
}
void oneTakenAway(benchmark::State& state) {
  oneEdit(state, {{"edit", "takeAway"}, {"pieces", nlohmann::json::array({5'000})}});
}
BENCHMARK(oneTakenAway)->Unit(benchmark::kMillisecond);

void oneAdded(benchmark::State& state) {
  const Project p = bench::sample(10'000);
  const OuterEdge open = buildSeams(*p.layout).outer.back();
  const Point at = 0.5 * (open.from + open.to);
  oneEdit(state, {{"edit", "addPieces"}, {"at", {at.x, at.y}}, {"shape", "square"}});
}
BENCHMARK(oneAdded)->Unit(benchmark::kMillisecond);

/// Bytes in use beyond `before`.
double inUseSince(std::size_t before) {
  const struct mallinfo2 now = mallinfo2();
  return static_cast<double>(now.uordblks + now.hblkhd) - static_cast<double>(before);
}

/// 20 000 pieces with an undo of 200 edits, beside the layout alone.
template <class Edit>
void memoryOf(benchmark::State& state, Edit edit, const char* words) {
  const EditContext context{bench::library(), {}, "2026-01-02"};
  double alone = 0, with = 0;
  for (auto _ : state) {
    const struct mallinfo2 start = mallinfo2();
    const std::size_t before = start.uordblks + start.hblkhd;
    const Project p = bench::sample(20'000);
    alone = inUseSince(before);
    History history(p);
    for (int i = 0; i < 200; ++i) history.push(*applyStep(history.now(), edit(i), context), words);
    with = inUseSince(before);
  }
  state.counters["alone_KiB"] = alone / 1024;
  state.counters["times"] = with / alone;
}

void memoryOfUndo(benchmark::State& state) {
  memoryOf(
      state,
      [](int i) -> nlohmann::json {
        return {{"edit", "paint"}, {"cloth", i % 2 ? "A" : "B"}, {"pieces", {1 + 97 * i % 20'000}}};
      },
      "painted");
}
BENCHMARK(memoryOfUndo)->Unit(benchmark::kMillisecond)->Iterations(1);

void memoryOfTaking(benchmark::State& state) {
  memoryOf(
      state,
      [](int i) -> nlohmann::json {
        return {{"edit", "takeAway"}, {"pieces", nlohmann::json::array({1 + 97 * i % 19'000})}};
      },
      "taken away");
}
BENCHMARK(memoryOfTaking)->Unit(benchmark::kMillisecond)->Iterations(1);

void fullRebuild(benchmark::State& state) {
  const Project p = bench::sample(10'000);
  const Arrangement& a = **bench::library().find(p.recipe.arrangement);
  for (auto _ : state) {
    Project q = p;
    q.layout = std::make_shared<const Layout>(*buildLayout(a, p.recipe));
    benchmark::DoNotOptimize(shown(std::move(q)));
  }
}
BENCHMARK(fullRebuild)->Unit(benchmark::kMillisecond);

}  // namespace
