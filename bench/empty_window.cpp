// The floor beside a start of Clathra: Qt, one empty window of 1280x800, its first paint, the end.
#include <QApplication>
#include <QMainWindow>
#include <QTimer>
#include <cstdlib>

int main(int argc, char** argv) {
  QApplication app(argc, argv);
  QMainWindow window;
  window.resize(1280, 800);
  window.show();
  QTimer::singleShot(0, &app, [&window] {
    window.repaint();
    std::_Exit(0);
  });
  return QApplication::exec();
}
