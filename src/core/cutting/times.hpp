// Defaults of the cutting table, each with its source in docs/calculations.md ("Minutes").
#pragma once

namespace clathra {

/// Lost once at the cut end of a piece of cloth when it is squared up (mm).
inline constexpr double kSquaringUp = 25;

// Minutes a step takes. Estimates: counts times these, never more exact than a quarter of an hour.
inline constexpr double kMinutesToSetUp = 5;        ///< press the cloth, lay it, square it up
inline constexpr double kMinutesPerStrip = 1.5;     ///< place the ruler across the width and cut
inline constexpr double kMinutesPerCrossCut = 0.2;  ///< turn the ruler on a strip and cut
inline constexpr double kMinutesToTrim = 0.4;       ///< a rough rectangle round its paper
inline constexpr double kMinutesPerScissorCut = 0.4;
/// A small rotary blade runs past a corner by as much, so patches keep that far apart (mm).
inline constexpr double kOverrunOfSmallBlade = 3;
inline constexpr int kLayersOfRepeats = 6;           ///< repeats that a blade takes at once
inline constexpr double kMinutesPerRepeat = 3;       ///< measure one repeat off, lay it on the mark, pin it
inline constexpr int kLayersRoundTemplate = 4;       ///< strips that a small blade takes at once
inline constexpr double kMinutesPerGo = 0.3;         ///< lay the template on a stack and hold it
inline constexpr double kMinutesPerRoundCut = 0.15;  ///< along one side of it
inline constexpr double kMinutesToTrace = 0.5;       ///< draw round a template on one layer
inline constexpr double kMinutesPerWindow = 2.5;     ///< find the spot, mark round the template, cut out

}  // namespace clathra
