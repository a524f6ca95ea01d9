// Errors are values at the edges: one sentence a quilter understands (what, where, what to do).
#pragma once
#include <string>
#include <tl/expected.hpp>
#include <utility>

namespace clathra {

/// One clean line: what came from outside is made fit for it, and a stop is never doubled.
struct Error {
  explicit Error(std::string sentence);
  std::string text;
};

template <class T>
using Result = tl::expected<T, Error>;
using Status = tl::expected<void, Error>;

[[nodiscard]] inline tl::unexpected<Error> fail(std::string text) {
  return tl::make_unexpected(Error{std::move(text)});
}

}  // namespace clathra
