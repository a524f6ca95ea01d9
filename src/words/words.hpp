// The words for what core says. Every message's id has its sentence here, and is translated here; quantities
// are put into the project's system of measure.
#pragma once
#include <QString>
#include <string>

#include "measure/length.hpp"
#include "message.hpp"

namespace clathra {

struct Project;

/// One clean line: line breaks and broken letters from outside are replaced, long names are cut.
QString inWords(const Message& message, LengthUnit unit = LengthUnit::Millimetre);
/// The same for a terminal.
std::string said(const Message& message, LengthUnit unit = LengthUnit::Millimetre);
inline QString inWords(const Error& error, LengthUnit unit = LengthUnit::Millimetre) {
  return inWords(error.message, unit);
}
inline std::string said(const Error& error, LengthUnit unit = LengthUnit::Millimetre) {
  return said(error.message, unit);
}
QString inWords(const Arg& value, LengthUnit unit);

/// A shape's title, and a number of such shapes: "7 half hexagons, point cut".
/// For the beginning of a line.
QString upperFirst(const QString& text);
QString shapeWords(const std::string& title);
QString shapeWords(int count, const std::string& title);

/// "kite 1 1/2 in, left": a kind of paper, its size a ruler's fraction where it is one.
QString paperTitle(const Project& project, std::uint16_t shape, int hand);

/// What an arrangement's file says of it: its name, which edge sets the size, what is counted.
QString arrangementWords(const std::string& text);

/// Loads the plurals of English (and later other languages) for the whole program. Needs an application.
void loadWords();

}  // namespace clathra
