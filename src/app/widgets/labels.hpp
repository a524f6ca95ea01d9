// Words on the bench: plain, wrapping, in a box, as a row of a sum.
#pragma once
#include <QFrame>
#include <QLabel>

namespace clathra {

QLabel* label(const QString& text,
              const char* role = "");  ///< roles: head, title, muted, sea, madder, moss, figure
QLabel* wrapped(const QString& text, const char* role = "");
/// A row of a sum: what on the left, value on the right.
QWidget* sumRow(const QString& what, const QString& value, bool total = false);
/// A shaded box with a caution or a remark.
QFrame* noteBox(const QString& text);

}  // namespace clathra
