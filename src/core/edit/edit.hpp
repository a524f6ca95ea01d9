// An edit as one value: every change that window or script can make, a pure step from one project to the
// next.
#pragma once
#include <memory>
#include <span>

#include "edit/cut_edits.hpp"
#include "edit/edits.hpp"
#include "edit/places.hpp"

namespace clathra {

/// Any one of the kinds in edits.hpp. (Not a variant: with fifty alternatives that costs each file that has
/// an edit several seconds to compile.)
class Edit {
 public:
  template <class Kind>
  requires requires { Kind::kInfo; }
  Edit(Kind kind)
      : held_(std::make_shared<const Held<Kind>>(std::move(kind))) {}  // NOLINT: a kind is an edit

  /// Null if it is of another kind.
  template <class Kind>
  const Kind* as() const {
    const auto* held = dynamic_cast<const Held<Kind>*>(held_.get());
    return held ? &held->kind : nullptr;
  }

  const EditInfo& info() const { return held_->info(); }
  /// How long it may take on this project.
  Weight weight(const Project& project) const {
    return held_->readsPicture(project) ? Weight::Layout : info().weight;
  }

 private:
  struct Any {
    virtual ~Any() = default;
    virtual const EditInfo& info() const = 0;
    virtual bool readsPicture(const Project& project) const = 0;
    virtual Status apply(Project& project, const EditContext& context) const = 0;
    virtual std::optional<Edit> followed(const PiecePlaces& places) const = 0;
  };
  template <class Kind>
  struct Held final : Any {
    explicit Held(Kind k) : kind(std::move(k)) {}
    const EditInfo& info() const override { return Kind::kInfo; }
    bool readsPicture(const Project& project) const override {
      if constexpr (requires { kind.readsPicture(project); }) return kind.readsPicture(project);
      return false;
    }
    Status apply(Project& project, const EditContext& context) const override {
      return kind.apply(project, context);
    }
    std::optional<Edit> followed(const PiecePlaces& places) const override {
      Kind out = kind;
      bool some = true;
      if constexpr (requires { out.fields.pieces; }) {
        some = !out.fields.pieces || places.follow(*out.fields.pieces);
      } else if constexpr (requires { out.ofPieces; }) {
        some = places.follow(out.pieces) && places.follow(out.ofPieces);
      } else if constexpr (requires { out.pieces; }) {
        some = places.follow(out.pieces);
      } else if constexpr (requires { out.onePiece(); }) {
        some = places.follow(out.onePiece());
      }
      return some ? std::optional<Edit>(std::move(out)) : std::nullopt;
    }
    Kind kind;
  };
  friend Result<Project> applied(const Project& project, const Edit& edit, const EditContext& context);
  friend Result<Edit> followed(const Edit& edit, const Layout& from, const Layout& to);

  std::shared_ptr<const Any> held_;  ///< never null; kinds do not change
};

/// What all kinds are called, in the order of kinds.hpp: the registry that help and scripts read.
std::span<const EditInfo> editInfos();
/// The keys of an edit as help lists them; what a registry holds is read there.
std::string keysOf(const EditInfo& info);

/// Applies one edit. Errors: what the edit refuses; cancelled.
[[nodiscard]] Result<Project> applied(const Project& project, const Edit& edit, const EditContext& context);

/// The same edit said of another layout: pieces are followed by their keys, those that are gone are left out.
/// Errors: it spoke of pieces, and none of them is there any more.
[[nodiscard]] Result<Edit> followed(const Edit& edit, const Layout& from, const Layout& to);

}  // namespace clathra
