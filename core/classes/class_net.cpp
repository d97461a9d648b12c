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
constexpr Eigen::Index taps = classTaps;
constexpr std::array<Eigen::Index, 4> dilations{1, 2, 4, 8};
constexpr std::array<const float*, 4> weightsOf{classWeights0.data(), classWeights1.data(),
                                                classWeights2.data(), classWeights3.data()};
constexpr std::array<const float*, 4> biasesOf{classBiases0.data(), classBiases1.data(),
                                               classBiases2.data(), classBiases3.data()};

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
    const Weights last(classWeights4.data(), ClassTrack::classes, classWidth);
    Eigen::Index reach = 0; // of all layers together, to either side
    for (const Eigen::Index dilation : dilations) reach += dilation * (taps / 2);

    ClassTrack track;
    track.probability.resize(input.steps());
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
        for (std::size_t l = 0; l < dilations.size(); ++l) {
            const Weights weights(weightsOf[l], classWidth, taps * layer.rows());
            layer = convolved(layer, weights, biasesOf[l], dilations[l]).cwiseMax(0.0f);
            left -= dilations[l] * (taps / 2);
            outside(layer, left);
        }
        const Steps odds = (last * layer).colwise() + Eigen::Map<const Eigen::VectorXf>(
                                                          classBiases4.data(), ClassTrack::classes);
        for (Eigen::Index i = begin; i < end; ++i)
            for (std::size_t c = 0; c < ClassTrack::classes; ++c)
                track.probability[static_cast<std::size_t>(i)][c] =
                    1 / (1 + std::exp(-odds(static_cast<Eigen::Index>(c), i - begin)));
    }
    return track;
}

} // namespace layakari
