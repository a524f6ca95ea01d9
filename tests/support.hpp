// What many tests need: the shipped arrangements, small projects, comparisons with their values printed.
#pragma once
#include <QtTest>
#include <cmath>
#include <filesystem>
#include <string>

#include "image/decode.hpp"
#include "layout/arrangement.hpp"
#include "model/project.hpp"
#include "script/read_edit.hpp"
#include "words/words.hpp"

/// Waits until it is so; the limit is for hangs only.
#define SOON(condition) QTRY_VERIFY_WITH_TIMEOUT(condition, support::kHang)
#define SOON_EQUAL(actual, expected) QTRY_COMPARE_WITH_TIMEOUT(actual, expected, support::kHang)

namespace support {

/// ms after which a wait is given up: far more than a machine ten times as busy needs. CLATHRA_HANG (ms)
/// makes it shorter for who looks for a fault.
inline const int kHang = [] {
  bool said = false;
  const int given = qEnvironmentVariableIntValue("CLATHRA_HANG", &said);
  return said ? given : 900'000;
}();

inline const clathra::ArrangementLibrary& library() {
  static const auto loaded =
      clathra::ArrangementLibrary::load({std::filesystem::path(CLATHRA_SOURCE) / "data/arrangements"});
  if (!loaded) qFatal("%s", clathra::said(loaded.error()).c_str());
  return *loaded;
}

inline clathra::Recipe recipe(const std::string& id, double edge, int across, int down,
                              clathra::FinishingSides sides = clathra::FinishingSides::Outline) {
  clathra::Recipe r;
  r.arrangement = id;
  r.edge = clathra::Length::millimetres(edge);
  r.across = across;
  r.down = down;
  r.rings = across;
  r.sides = sides;
  // A layout by hand begins with a piece. A rosette of diamonds closes after a few rings and keeps its
  // outline.
  if (const auto found = library().find(id); found && (*found)->fold > 0) {
    r.rings = std::min(r.rings, (*found)->mostRings());
    r.sides = clathra::FinishingSides::Outline;
  }
  if (id == clathra::kOwnArrangement) {
    r.hand = clathra::ownRecipe("hexagon", r.edge)->hand;
    r.sides = clathra::FinishingSides::Outline;
  }
  return r;
}

inline clathra::Layout layout(const clathra::Recipe& r) {
  auto built = clathra::buildLayout(**library().find(r.arrangement), r);
  if (!built) qFatal("%s", clathra::said(built.error()).c_str());
  return std::move(*built);
}

inline clathra::Project project(const clathra::Recipe& r) {
  auto made = clathra::newProject(library(), r, "Test");
  if (!made) qFatal("%s", clathra::said(made.error()).c_str());
  return std::move(*made);
}

/// Stands for any picture file: what only looks at sizes in mm needs no more. 1000 x 1000 pixels.
inline clathra::Picture blankPicture() {
  static const clathra::Picture made = [] {
    const clathra::Raster blank{1000, 1000, std::vector<std::uint8_t>(4'000'000, 255)};
    return *clathra::pictureFrom(*clathra::encodePng(blank));
  }();
  return made;
}

inline clathra::EditContext context() {
  return {library(),
          [](const std::string& path) -> clathra::Result<clathra::Picture> {
            if (path == "none.png") return clathra::fail("There is no picture called \"none.png\".");
            return blankPicture();
          },
          "2026-01-02"};
}

/// What an edit is refused with; empty if it is taken.
inline std::string refusal(const clathra::Project& p, const nlohmann::json& edit) {
  const auto next = clathra::applyStep(p, edit, context());
  return next ? std::string() : clathra::said(next.error());
}

inline clathra::Project edited(const clathra::Project& p, const nlohmann::json& edit) {
  auto next = clathra::applyStep(p, edit, context());
  if (!next) qFatal("%s", clathra::said(next.error()).c_str());
  return std::move(*next);
}

inline clathra::Project edited(const clathra::Project& p, const clathra::Edit& edit) {
  auto next = clathra::applied(p, edit, context());
  if (!next) qFatal("%s", clathra::said(next.error()).c_str());
  return std::move(*next);
}

/// Pieces that wear a cloth, by its name or sign.
inline int wearing(const clathra::Project& p, const char* cloth) {
  const clathra::ClothId id = *clathra::findCloth(p, cloth);
  return static_cast<int>(std::count(p.painting.begin(), p.painting.end(), id));
}

inline QByteArray text(const std::string& s) {
  return QByteArray::fromStdString(s);
}
inline QByteArray text(const clathra::Message& message,
                       clathra::LengthUnit unit = clathra::LengthUnit::Millimetre) {
  return text(clathra::said(message, unit));
}

/// Is a message, or one within it, the one of this id?
inline bool says(const clathra::Message& message, std::string_view id) {
  if (message.id == id) return true;
  for (const clathra::Arg& arg : message.args) {
    if (arg.kind() == clathra::Arg::Kind::Sentence && says(arg.sentence(), id)) return true;
    if (arg.kind() == clathra::Arg::Kind::List)
      for (const clathra::Message& m : arg.list())
        if (says(m, id)) return true;
  }
  return false;
}
inline bool says(const clathra::Error& error, std::string_view id) {
  return says(error.message, id);
}

}  // namespace support

/// Like QCOMPARE for doubles with a tolerance that is said.
#define COMPARE_TO(actual, expected, tolerance)                                                             \
  do {                                                                                                      \
    const double a_ = (actual), e_ = (expected);                                                            \
    QVERIFY2(std::abs(a_ - e_) <= (tolerance),                                                              \
             qPrintable(QStringLiteral(#actual " is %1, not %2").arg(a_, 0, 'g', 12).arg(e_, 0, 'g', 12))); \
  } while (false)
