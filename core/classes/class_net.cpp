// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/classes/class_net.hpp"

#include <Eigen/Core>
#include <algorithm>
#include <cmath>

namespace layakari {

namespace {

// A column a step.
using Steps = Eigen::MatrixXf;
using Weights =
    Eigen::Map<const Eigen::Matrix<float, Eigen::Dynamic, Eigen::Dynamic, Eigen::RowMajor>>;

// A block at a time, so that no more is held than that: 20 s.
constexpr Eigen::Index blockSteps = 1000;
constexpr auto taps = static_cast<Eigen::Index>(classTaps);
constexpr auto width = static_cast<Eigen::Index>(classWidth);

// Outside of the recording lies nothing: zeros, as in training. Gives the steps of `in` without the
// reach of the taps at either end.
Steps convolved(const Steps& in, const Weights& weights, const float* biases, Eigen::Index dilation)
{
    const Eigen::Index reach = dilation * (taps - 1);
    const Eigen::Index steps = in.cols() - reach;
    Steps out = Eigen::Map<const Eigen::VectorXf>(biases, weights.rows()).replicate(1, steps);
    for (Eigen::Index t = 0; t < taps; ++t)
        out.noalias() +=
            weights.middleCols(t * in.rows(), in.rows()) * in.middleCols(t * dilation, steps);
    return out;
}

} // namespace

ClassTrack findClasses(const ClassInput& input)
{
    const auto steps = static_cast<Eigen::Index>(input.steps());
    const Eigen::Map<const Steps> all(input.values.data(), ClassInput::size, steps);
    Eigen::Index reach = 0; // of all layers together, to either side
    for (const std::size_t dilation : classDilations)
        reach += static_cast<Eigen::Index>(dilation) * (taps / 2);

    ClassTrack track;
    track.probability.resize(input.steps());
    track.hidden.resize(input.steps());
    for (Eigen::Index begin = 0; begin < steps; begin += blockSteps) {
        const Eigen::Index end = std::min(steps, begin + blockSteps);
        // What a layer has outside of the recording is nothing to the next one, not its biases.
        const auto outside = [&](Steps& layer, Eigen::Index left) {
            const Eigen::Index from = begin - left;
            for (Eigen::Index i = 0; i < layer.cols(); ++i)
                if (from + i < 0 || from + i >= steps) layer.col(i).setZero();
        };
        Steps layer = Steps::Zero(ClassInput::size, end - begin + 2 * reach);
        const Eigen::Index from = std::max<Eigen::Index>(0, begin - reach);
        const Eigen::Index to = std::min(steps, end + reach);
        layer.middleCols(from - (begin - reach), to - from) = all.middleCols(from, to - from);
        Eigen::Index left = reach;
        const float* next = classWeights.data();
        for (const std::size_t dilation : classDilations) {
            const auto apart = static_cast<Eigen::Index>(dilation);
            const Weights weights(next, width, taps * layer.rows());
            next += weights.size();
            layer = convolved(layer, weights, next, apart).cwiseMax(0.0f);
            next += width;
            left -= apart * (taps / 2);
            outside(layer, left);
        }
        const Weights last(next, classOutputs, width);
        const Steps odds = (last * layer).colwise() +
                           Eigen::Map<const Eigen::VectorXf>(next + last.size(), classOutputs);
        const auto likely = [&](Eigen::Index i, std::size_t output) {
            return 1 / (1 + std::exp(-odds(static_cast<Eigen::Index>(output), i - begin)));
        };
        for (Eigen::Index i = begin; i < end; ++i) {
            const auto step = static_cast<std::size_t>(i);
            for (std::size_t c = 0; c < ClassTrack::classes; ++c)
                track.probability[step][c] = likely(i, c);
            for (std::size_t p = 0; p < ClassTrack::parts; ++p)
                track.hidden[step][p] = likely(i, ClassTrack::classes + p);
        }
    }
    return track;
}

} // namespace layakari
