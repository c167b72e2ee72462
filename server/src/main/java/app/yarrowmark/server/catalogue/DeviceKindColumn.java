package app.yarrowmark.server.catalogue;

import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;

/** How kinds are kept: by their name. */
@Converter(autoApply = true)
class DeviceKindColumn implements AttributeConverter<DeviceKind, String> {

    @Override
    public String convertToDatabaseColumn(DeviceKind kind) {
        return kind.name();
    }

    @Override
    public DeviceKind convertToEntityAttribute(String name) {
        return new DeviceKind(name);
    }
}
