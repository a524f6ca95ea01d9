#include "image/repeat_field.hpp"

#include <cmath>
#include <opencv2/imgproc.hpp>

namespace clathra::repeats {

namespace {

/// The light falls off slowly: what is wider than this share of the longer side is light, not print.
constexpr double kLightWidth = 0.22;

}  // namespace

Field fieldOf(const Raster& picture, int longest) {
  const cv::Mat rgba(picture.height, picture.width, CV_8UC4, const_cast<std::uint8_t*>(picture.rgba.data()));
  const double k = std::min(1.0, double(longest) / std::max(picture.width, picture.height));
  cv::Mat small = rgba, rgb, lab;
  if (k < 1) {
    const cv::Size size(std::max(1, int(std::lround(picture.width * k))),
                        std::max(1, int(std::lround(picture.height * k))));
    // By whole halves first, which is quick; to the size itself from what is left.
    cv::Mat from = rgba;
    constexpr int kFarLarger = 3;
    while (from.cols >= kFarLarger * size.width && from.cols % 2 == 0 && from.rows % 2 == 0) {
      cv::Mat half;
      cv::resize(from, half, {}, 0.5, 0.5, cv::INTER_AREA);
      from = half;
    }
    cv::resize(from, small, size, 0, 0, cv::INTER_AREA);
  }
  cv::cvtColor(small, rgb, cv::COLOR_RGBA2RGB);
  rgb.convertTo(rgb, CV_32F, 1 / 255.0);
  cv::cvtColor(rgb, lab, cv::COLOR_RGB2Lab);
  Field out;
  out.scaleX = double(picture.width) / lab.cols;
  out.scaleY = double(picture.height) / lab.rows;
  out.mask = cv::Mat(lab.size(), CV_32F, cv::Scalar(1));
  cv::split(lab, out.channels);
  // Shade dims L and pales a and b alike: all are taken by the light about them.
  cv::Mat light;
  const double sigma = kLightWidth * std::max(lab.cols, lab.rows);
  cv::Mat tiny;
  constexpr double kTiny = 8;
  cv::resize(out.channels[0], tiny, {}, 1 / kTiny, 1 / kTiny, cv::INTER_AREA);
  cv::GaussianBlur(tiny, tiny, {}, sigma / kTiny, 0, cv::BORDER_REFLECT);
  cv::resize(tiny, light, lab.size(), 0, 0, cv::INTER_LINEAR);
  const double mean = cv::mean(light)[0];
  light = cv::max(light, 1.0f);
  for (cv::Mat& c : out.channels) {
    c = c.mul(mean / light);
    c -= cv::mean(c);
  }
  return out;
}

Field halved(const Field& field) {
  Field out;
  for (const cv::Mat& c : field.channels) {
    cv::Mat blurred, small;
    cv::GaussianBlur(c, blurred, {}, 1.2);
    cv::resize(blurred, small, {}, 0.5, 0.5, cv::INTER_AREA);
    out.channels.push_back(small);
  }
  out.scaleX = field.scaleX * field.width() / out.channels[0].cols;
  out.scaleY = field.scaleY * field.height() / out.channels[0].rows;
  cv::resize(field.mask, out.mask, out.channels[0].size(), 0, 0, cv::INTER_AREA);
  cv::threshold(out.mask, out.mask, 0.99, 1, cv::THRESH_BINARY);
  return out;
}

Field straightened(const Field& field, const Perspective& by) {
  const int w = field.width(), h = field.height();
  const cv::Point2d middle((w - 1) / 2.0, (h - 1) / 2.0);
  cv::Mat mapX(h, w, CV_32F), mapY(h, w, CV_32F);
  for (int y = 0; y < h; ++y)
    for (int x = 0; x < w; ++x) {
      const cv::Point2d from = by.seen(cv::Point2d(x, y) - middle) + middle;
      mapX.at<float>(y, x) = float(from.x);
      mapY.at<float>(y, x) = float(from.y);
    }
  Field out = field;
  for (cv::Mat& c : out.channels) {
    cv::Mat seen = c;
    c = cv::Mat();
    cv::remap(seen, c, mapX, mapY, cv::INTER_CUBIC, cv::BORDER_REFLECT);
  }
  cv::Mat mask = field.mask;
  out.mask = cv::Mat();
  cv::remap(mask, out.mask, mapX, mapY, cv::INTER_LINEAR, cv::BORDER_CONSTANT, cv::Scalar(0));
  cv::threshold(out.mask, out.mask, 0.99, 1, cv::THRESH_BINARY);
  return out;
}

}  // namespace clathra::repeats
