// SPDX-License-Identifier: GPL-3.0-or-later
#include "exchange/cxf.h"

#include "measure/reading_fields.h"

#include <QXmlStreamReader>
#include <QXmlStreamWriter>

#include <cmath>
#include <optional>

namespace lamp {

namespace {

constexpr const char *kNamespace = "http://colorexchangeformat.com/CxF3-core";
constexpr size_t kMostObjects = 50000;
constexpr int kMostWavelengths = 2000;

Error cxfError(const QXmlStreamReader &xml, Message what)
{
    return {ErrorKind::Input,
            say("subject-and-why", say("readings-cannot-used"), say("in-line", xml.lineNumber(), std::move(what))),
            say("nothing-changed"),
            say("choose-cxf-file-whose"),
            "readings",
            false};
}

/// The elements of one object, as far as they are wanted.
struct Object {
    std::string name;
    std::array<std::string, 3> rgb, colour;
    bool hasRgb = false, hasXyz = false, hasLab = false;
    double range = 255;
    Spectrum spectrum;
    std::map<std::string, std::string> tags;
};

class Reader {
public:
    explicit Reader(const std::string &text) : m_xml(QByteArray::fromStdString(text)) {}

    Result<ReadingTable> run()
    {
        while (!m_xml.atEnd() && !m_fault) {
            m_xml.readNext();
            if (m_xml.isStartElement()) {
                begin(m_xml.name());
            }
        }
        if (m_fault) {
            return *m_fault;
        }
        if (m_xml.hasError()) {
            return cxfError(m_xml, verbatim(m_xml.errorString().toStdString()));
        }
        if (!m_isCxf) {
            return cxfError(m_xml, say("no-cxf-document"));
        }
        return table();
    }

private:
    void begin(QStringView element)
    {
        if (element == u"CxF") {
            m_isCxf = true;
        } else if (element == u"Description" && m_objects.empty()) {
            m_facts["display"] = text();
        } else if (element == u"CreationDate" && m_objects.empty()) {
            m_facts["created"] = text();
        } else if (element == u"Object") {
            object();
        } else if (element == u"Tag" && m_objects.empty()) {
            m_facts[m_xml.attributes().value("Name").toString().toStdString()] = m_xml.attributes().value("Value").toString().toStdString();
        }
    }

    std::string text() { return m_xml.readElementText(QXmlStreamReader::SkipChildElements).trimmed().toStdString(); }

    void object()
    {
        Object o;
        o.name = m_xml.attributes().value("Name").toString().toStdString();
        while (!m_xml.atEnd() && !m_fault) {
            m_xml.readNext();
            if (m_xml.isEndElement() && m_xml.name() == u"Object") {
                break;
            }
            if (!m_xml.isStartElement()) {
                continue;
            }
            const auto name = m_xml.name();
            if (name == u"ColorRGB") {
                const auto range = m_xml.attributes().value("MaxRange");
                o.range = range.isEmpty() ? 255 : range.toDouble();
                o.hasRgb = triple(o.rgb, {u"R", u"G", u"B"}, u"ColorRGB");
            } else if (name == u"ColorCIEXYZ") {
                o.hasXyz = triple(o.colour, {u"X", u"Y", u"Z"}, u"ColorCIEXYZ");
                o.hasLab = o.hasLab && !o.hasXyz;
            } else if (name == u"ColorCIELab" && !o.hasXyz) {
                o.hasLab = triple(o.colour, {u"L", u"A", u"B"}, u"ColorCIELab");
            } else if (name == u"EmissionSpectrum" || name == u"EmissiveSpectrum") {
                spectrum(o);
            } else if (name == u"Tag" && o.tags.size() < 50) {
                o.tags[m_xml.attributes().value("Name").toString().toStdString()] = m_xml.attributes().value("Value").toString().toStdString();
            }
        }
        if (m_objects.size() >= kMostObjects) {
            m_fault = cxfError(m_xml, say("more-than-objects", kMostObjects));
        } else if (o.hasRgb && (o.hasXyz || o.hasLab)) {
            m_objects.push_back(std::move(o));
        }
    }

    bool triple(std::array<std::string, 3> &into, const std::array<QStringView, 3> &names, QStringView end)
    {
        int found = 0;
        while (!m_xml.atEnd()) {
            m_xml.readNext();
            if (m_xml.isEndElement() && m_xml.name() == end) {
                break;
            }
            if (m_xml.isStartElement()) {
                for (size_t i = 0; i < 3; ++i) {
                    if (m_xml.name().compare(names[i], Qt::CaseInsensitive) == 0) {
                        into[i] = text();
                        ++found;
                        break;
                    }
                }
            }
        }
        return found == 3;
    }

    void spectrum(Object &o)
    {
        const auto a = m_xml.attributes();
        o.spectrum.startNm = a.hasAttribute("StartWL") ? a.value("StartWL").toDouble() : 380;
        o.spectrum.stepNm = a.hasAttribute("Increment") ? a.value("Increment").toDouble() : 10;
        const auto values = QString::fromStdString(text()).split(' ', Qt::SkipEmptyParts);
        if (values.size() > kMostWavelengths || !(o.spectrum.stepNm > 0)) {
            m_fault = cxfError(m_xml, say("spectrum-cannot", o.name));
            return;
        }
        for (const QString &v : values) {
            bool good = false;
            o.spectrum.values.push_back(v.toDouble(&good));
            if (!good || !std::isfinite(o.spectrum.values.back())) {
                m_fault = cxfError(m_xml, say("spectrum-no-number", v.left(30).toStdString()));
                return;
            }
        }
    }

    Result<ReadingTable> table()
    {
        if (m_objects.empty()) {
            return cxfError(m_xml, say("no-object-both-device"));
        }
        ReadingTable t;
        t.kind = "CxF";
        t.facts = m_facts;
        const bool lab = !m_objects.front().hasXyz;
        const std::string unit = m_facts.contains("luminance unit") ? " (cd/m²)" : "";
        t.columns = {"name", "r", "g", "b"};
        for (const char *c : {lab ? "L*" : "X", lab ? "a*" : "Y", lab ? "b*" : "Z"}) {
            t.columns.push_back(c + (lab ? std::string() : unit));
        }
        for (const ReadingField &f : readingFields()) {
            t.columns.push_back(f.heading);
        }
        const double range = m_objects.front().range;
        for (const Object &o : m_objects) {
            if (o.hasXyz == lab || o.range != range) {
                return cxfError(m_xml, say("object-written-otherwise-than", o.name));
            }
            std::vector<std::string> row{o.name};
            row.insert(row.end(), o.rgb.begin(), o.rgb.end());
            row.insert(row.end(), o.colour.begin(), o.colour.end());
            for (const ReadingField &f : readingFields()) {
                const auto found = o.tags.find(f.key);
                row.push_back(found != o.tags.end() ? found->second : "");
            }
            t.rows.push_back(std::move(row));
            t.spectra.push_back(o.spectrum.values.empty() ? std::nullopt : std::optional(o.spectrum));
        }
        t.behindLut = m_facts.contains("drive") && m_facts.at("drive") == "behind LUT";
        return t;
    }

    QXmlStreamReader m_xml;
    bool m_isCxf = false;
    std::map<std::string, std::string> m_facts;
    std::vector<Object> m_objects;
    std::optional<Error> m_fault;
};

QString exactly(double v)
{
    return QString::fromStdString(exactText(v));
}

QString plain(const std::string &text)
{
    // XML has no control characters.
    QString out;
    for (const QChar c : QString::fromStdString(text)) {
        out += c.unicode() < 32 ? QChar(' ') : c;
    }
    return out;
}

void writeObject(QXmlStreamWriter &xml, const Measurement &m)
{
    const Spectrum *spectrum = m.spectrum && !m.spectrum->values.empty() ? &*m.spectrum : nullptr;
    xml.writeStartElement("Object");
    xml.writeAttribute("ObjectType", "Measurement");
    xml.writeAttribute("Name", plain(m.name));
    xml.writeAttribute("Id", "r" + QString::number(m.index));
    xml.writeStartElement("ColorValues");
    if (spectrum != nullptr) {
        xml.writeStartElement("EmissionSpectrum");
        xml.writeAttribute("StartWL", exactly(spectrum->startNm));
        xml.writeAttribute("Increment", exactly(spectrum->stepNm));
        xml.writeAttribute("ColorSpecification", "screen");
        QStringList values;
        for (const double v : spectrum->values) {
            values << exactly(v);
        }
        xml.writeCharacters(values.join(' '));
        xml.writeEndElement();
    }
    xml.writeStartElement("ColorCIEXYZ");
    xml.writeAttribute("ColorSpecification", "screen");
    for (const auto &[name, v] : {std::pair{"X", m.xyz.a}, std::pair{"Y", m.xyz.b}, std::pair{"Z", m.xyz.c}}) {
        xml.writeTextElement(name, exactly(v));
    }
    xml.writeEndElement();
    xml.writeEndElement();
    xml.writeStartElement("DeviceColorValues");
    xml.writeStartElement("ColorRGB");
    xml.writeAttribute("ColorSpecification", "drive");
    xml.writeAttribute("MaxRange", "1");
    for (const auto &[name, v] : {std::pair{"R", m.rgb.a}, std::pair{"G", m.rgb.b}, std::pair{"B", m.rgb.c}}) {
        xml.writeTextElement(name, exactly(v));
    }
    xml.writeEndElement();
    xml.writeEndElement();
    xml.writeStartElement("TagCollection");
    for (const ReadingField &f : readingFields()) {
        const std::string value = f.key == "spectrum" ? std::string() : f.write(m);
        if (!value.empty()) {
            xml.writeEmptyElement("Tag");
            xml.writeAttribute("Name", QString::fromStdString(f.key));
            xml.writeAttribute("Value", plain(value));
        }
    }
    xml.writeEndElement();
    xml.writeEndElement();
}

} // namespace

Result<ReadingTable> cxfTable(const std::string &xml)
{
    return Reader(xml).run();
}

std::string readingsToCxf(const ReadingSet &set)
{
    QByteArray out;
    QXmlStreamWriter xml(&out);
    xml.setAutoFormatting(true);
    xml.setAutoFormattingIndent(1);
    xml.writeStartDocument();
    xml.writeDefaultNamespace(kNamespace);
    xml.writeStartElement(kNamespace, "CxF");
    xml.writeStartElement("FileInformation");
    xml.writeTextElement("Creator", "Dutiful Lamp");
    xml.writeTextElement("CreationDate", plain(set.created));
    xml.writeTextElement("Description", plain(set.display));
    const auto tag = [&xml](const std::string &name, const std::string &value) {
        xml.writeEmptyElement("Tag");
        xml.writeAttribute("Name", plain(name));
        xml.writeAttribute("Value", plain(value));
    };
    for (const auto &[name, value] : std::initializer_list<std::pair<const char *, std::string>>{{"instrument", set.instrument},
                                                                                                 {"correction", set.correction},
                                                                                                 {"luminance unit", "cd/m²"},
                                                                                                 {"drive", set.behindLut ? "behind LUT" : ""}}) {
        if (!value.empty()) {
            tag(name, value);
        }
    }
    for (const auto &[name, value] : set.facts) {
        tag(name, value);
    }
    for (const auto &[name, value] : statesLines(set.states)) {
        tag(name, value);
    }
    xml.writeEndElement();
    xml.writeStartElement("Resources");
    xml.writeStartElement("ObjectCollection");
    for (const Measurement &m : set.readings) {
        writeObject(xml, m);
    }
    xml.writeEndElement();
    xml.writeStartElement("ColorSpecificationCollection");
    xml.writeStartElement("ColorSpecification");
    xml.writeAttribute("Id", "screen");
    xml.writeStartElement("TristimulusSpec");
    xml.writeTextElement("Observer", "2_Degree");
    xml.writeEndElement();
    xml.writeStartElement("MeasurementSpec");
    xml.writeTextElement("MeasurementType", "Spectrum_Emissive");
    xml.writeEndElement();
    xml.writeEndElement();
    xml.writeEndElement();
    xml.writeEndElement();
    xml.writeEndElement();
    xml.writeEndDocument();
    return out.toStdString();
}

} // namespace lamp
