package app.yarrowmark.server.api;

import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.convert.converter.Converter;
import org.springframework.core.convert.converter.ConverterFactory;
import org.springframework.format.FormatterRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Words of a fixed list in addresses: small or large letters, hyphens or underscores; what is none of them is told what there is. */
@Configuration
class KindWords implements WebMvcConfigurer {

    @Override
    public void addFormatters(FormatterRegistry registry) {
        registry.addConverterFactory(new FromText());
    }

    @SuppressWarnings({"rawtypes", "unchecked"})
    private static final class FromText implements ConverterFactory<String, Enum> {

        @Override
        public <T extends Enum> Converter<String, T> getConverter(Class<T> type) {
            return text -> text.isBlank() ? null : (T) find(type, text);
        }

        private static Enum find(Class<? extends Enum> type, String text) {
            String asked =
                    text.strip().toUpperCase(Locale.ROOT).replace('-', '_').replace(' ', '_');
            return Arrays.stream(type.getEnumConstants())
                    .filter(c -> c.name().equals(asked))
                    .findFirst()
                    .orElseThrow(() -> new IllegalArgumentException("there is no \"" + text + "\"; there are "
                            + Arrays.stream(type.getEnumConstants())
                                    .map(Enum::name)
                                    .collect(Collectors.joining(", "))));
        }
    }
}
