// SPDX-License-Identifier: GPL-3.0-or-later
#include "desktop/sound/microphone.hpp"

#include "desktop/sound/tone_output.hpp"

#include <QAudioDevice>
#include <QAudioSource>
#include <QElapsedTimer>
#include <QMediaDevices>
#include <QThread>
#include <QTimer>
#include <algorithm>
#include <cstring>

namespace layakari {

namespace {

constexpr int wantedRateHz = 48000;
// What may wait in the device while this machine is busy with something else.
constexpr int deviceBufferMs = 1000;
// A microphone that gives nothing for so long is gone, whatever its state is called.
constexpr int silentMs = 2500;

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

// The mean of all channels, as numbers from -1 to 1.
std::vector<float> monoOf(const QByteArray& bytes, const QAudioFormat& format)
{
    const int channels = std::max(1, format.channelCount());
    const int frameBytes = std::max(1, format.bytesPerFrame());
    const int sampleBytes = format.bytesPerSample();
    std::vector<float> mono(static_cast<std::size_t>(bytes.size() / frameBytes));
    for (std::size_t i = 0; i < mono.size(); ++i) {
        float sum = 0;
        for (int c = 0; c < channels; ++c)
            sum += format.normalizedSampleValue(bytes.constData() +
                                                static_cast<qsizetype>(i) * frameBytes +
                                                static_cast<qsizetype>(c) * sampleBytes);
        mono[i] = sum / static_cast<float>(channels);
    }
    return mono;
}

// Lives on the input's thread, where nothing of the window can keep it waiting.
class Capture : public QObject {
    Q_OBJECT
public:
    Capture(QAudioDevice device, QAudioFormat format, SoundInput::Take take, ToneOutput* output)
        : m_device(std::move(device)), m_format(format), m_take(std::move(take)), m_output(output)
    {
    }

public slots:
    void begin()
    {
        m_source = std::make_unique<QAudioSource>(m_device, m_format);
        m_source->setBufferSize(m_format.bytesForDuration(1000ll * deviceBufferMs));
        m_stream = m_source->start();
        if (!m_stream || m_source->error() != QAudio::NoError) {
            emit lost(tr("The microphone \"%1\" cannot be opened. See that no other program holds "
                         "it, or choose another.")
                          .arg(m_device.description()));
            return;
        }
        connect(m_stream, &QIODevice::readyRead, this, &Capture::read);
        m_watch = std::make_unique<QTimer>();
        m_watch->setInterval(500);
        connect(m_watch.get(), &QTimer::timeout, this, &Capture::watch);
        m_since.start();
        m_watch->start();
    }

    void end()
    {
        m_watch.reset();
        if (m_source) m_source->stop();
        m_source.reset();
    }

signals:
    void lost(const QString& why);

private:
    QAudioDevice m_device;
    QAudioFormat m_format;
    SoundInput::Take m_take;
    ToneOutput* m_output;
    std::unique_ptr<QAudioSource> m_source;
    QIODevice* m_stream = nullptr;
    std::unique_ptr<QTimer> m_watch;
    QElapsedTimer m_since;
    QByteArray m_rest;

    void read()
    {
        m_rest += m_stream->readAll();
        const qsizetype whole =
            m_rest.size() - m_rest.size() % std::max(1, m_format.bytesPerFrame());
        if (whole == 0) return;
        m_since.restart();
        const std::vector<float> samples = monoOf(m_rest.left(whole), m_format);
        m_rest.remove(0, whole);
        std::vector<float> tones(samples.size());
        m_take(samples, tones);
        m_output->push(tones);
    }

    void watch()
    {
        const bool gone = m_source->state() == QAudio::StoppedState || m_since.elapsed() > silentMs;
        if (!gone) return;
        m_watch->stop();
        emit lost(tr("The microphone \"%1\" gives nothing any more. Plug it in again and go on, or "
                     "stop: what was recorded is kept.")
                      .arg(m_device.description()));
    }
};

class Microphone : public SoundInput {
    Q_OBJECT
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

#include "microphone.moc"
