// Errors are values at the edges: one sentence a quilter understands (what, where, what to do), as a message.
#pragma once
#include <tl/expected.hpp>
#include <utility>

#include "message.hpp"

namespace clathra {

struct Error {
  Message message;
};

template <class T>
using Result = tl::expected<T, Error>;
using Status = tl::expected<void, Error>;

[[nodiscard]] inline tl::unexpected<Error> fail(Message message) {
  return tl::make_unexpected(Error{std::move(message)});
}
template <class... A>
[[nodiscard]] tl::unexpected<Error> fail(std::string_view id, A&&... values) {
  return fail(Message(id, std::forward<A>(values)...));
}

}  // namespace clathra
