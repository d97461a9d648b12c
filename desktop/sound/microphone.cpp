// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/sound/microphone.hpp"

#include "desktop/sound/capture.hpp"

#include <QAudioDevice>
#include <QMediaDevices>
#include <QThread>

namespace layakari {

namespace {

constexpr int wantedRateHz = 48000;
QAudioDevice deviceNamed(const QString& name)
{
    for (const QAudioDevice& device : QMediaDevices::audioInputs())
        if (device.description() == name) return device;
    return QMediaDevices::defaultAudioInput();
}

QAudioFormat formatFor(const QAudioDevice& device)
{
    QAudioFormat format;
    format.setSampleRate(wantedRateHz);
    format.setChannelCount(1);
    format.setSampleFormat(QAudioFormat::Float);
    if (device.isFormatSupported(format)) return format;
    format.setSampleFormat(QAudioFormat::Int16);
    return device.isFormatSupported(format) ? format : device.preferredFormat();
}

class Microphone : public SoundInput {
public:
    explicit Microphone(const QString& name)
        : m_device(deviceNamed(name)),
          m_format(formatFor(m_device)),
          m_output(m_format.sampleRate())
    {
    }
    ~Microphone() override { Microphone::stop(); }

    int sampleRateHz() const override { return m_format.sampleRate(); }
    bool playsTones() const override { return m_output.isHeard(); }

    void start(Take take) override
    {
        stop();
        m_output.start();
        m_capture = new Capture(m_device, m_format, std::move(take), &m_output);
        m_capture->moveToThread(&m_thread);
        connect(&m_thread, &QThread::started, m_capture, &Capture::begin);
        connect(m_capture, &Capture::lost, this, &SoundInput::lost);
        m_thread.start(QThread::TimeCriticalPriority);
    }

    void stop() override
    {
        if (!m_capture) return;
        QMetaObject::invokeMethod(m_capture, &Capture::end, Qt::BlockingQueuedConnection);
        m_thread.quit();
        m_thread.wait();
        delete m_capture;
        m_capture = nullptr;
        m_output.stop();
    }

private:
    QAudioDevice m_device;
    QAudioFormat m_format;
    ToneOutput m_output;
    QThread m_thread;
    Capture* m_capture = nullptr;
};

} // namespace

std::vector<QString> microphones()
{
    std::vector<QString> names;
    for (const QAudioDevice& device : QMediaDevices::audioInputs())
        names.push_back(device.description());
    return names;
}

std::unique_ptr<SoundInput> openMicrophone(const QString& name)
{
    return std::make_unique<Microphone>(name);
}

} // namespace layakari
