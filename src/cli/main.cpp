#include <QGuiApplication>
#include <cstdio>
#include <cstdlib>

#include "cli/commands.hpp"
#include "draw/fonts.hpp"
#include "words/words.hpp"

namespace {

/// Exit codes of the stable surface.
constexpr int kDone = 0, kWrongInput = 1, kWrongUse = 2;

/// Qt speaks of the machine's set-up; only its errors matter to whoever scripts this.
void quiet(QtMsgType type, const QMessageLogContext&, const QString& text) {
  if (type == QtCriticalMsg || type == QtFatalMsg) std::fprintf(stderr, "%s\n", qPrintable(text));
}

}  // namespace

// An exception here is a fault of the program and ends it with its message.
int main(int argc, char** argv) {  // NOLINT(bugprone-exception-escape)
  using namespace clathra::cli;
  // Pages and pictures are drawn without a screen.
  setenv("QT_QPA_PLATFORM", "offscreen", 1);
  qInstallMessageHandler(quiet);
  QGuiApplication qt(argc, argv);
  clathra::loadFonts();
  clathra::loadWords();
  CLI::App app("Clathra on the command line: plans patchwork sewn over paper shapes.", "clathra-cli");
  app.require_subcommand(1);
  Outcome outcome;
  addArrangements(app, outcome);
  addNew(app, outcome);
  addDemo(app, outcome);
  addEdit(app, outcome);
  addPieces(app, outcome);
  addTally(app, outcome);
  addPapers(app, outcome);
  addPrinter(app, outcome);
  addPracticeCutter(app, outcome);
  addMeasured(app, outcome);
  addWhich(app, outcome);
  addScan(app, outcome);
  addPractice(app, outcome);
  addPracticePhoto(app, outcome);
  addCut(app, outcome);
  addMotif(app, outcome);
  addFind(app, outcome);
  addReview(app, outcome);
  addCheck(app, outcome);
  addExport(app, outcome);
  addPrints(app, outcome);
  addSubdivide(app, outcome);
  addFit(app, outcome);
  addImport(app, outcome);
  addGives(app, outcome);
  addShelf(app, outcome);
  addPack(app, outcome);
  addRepeat(app, outcome);
  addUnbuilt(app, outcome, "sew", "Plans the stitching");
  try {
    app.parse(argc, argv);
  } catch (const CLI::ParseError& e) {
    return app.exit(e) == 0 ? kDone : kWrongUse;
  } catch (const std::exception& e) {
    (void)e;  // its words are for programmers
    std::fprintf(stderr,
                 "Something went wrong inside Clathra; nothing was changed. Please report what you did.\n");
    return kWrongInput;
  }
  if (outcome.status) return kDone;
  std::fprintf(stderr, "%s\n", said(outcome.status.error()).c_str());
  return kWrongInput;
}
