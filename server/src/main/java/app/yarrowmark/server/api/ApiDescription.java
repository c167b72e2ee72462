package app.yarrowmark.server.api;

import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The OpenAPI document: every component of a record is required unless it is marked nullable. */
@Configuration
class ApiDescription {

    @Bean
    OpenAPI document() {
        return new OpenAPI()
                .info(new Info()
                        .title("Yarrowmark")
                        .version("1")
                        .description("Runs, scores and standings of a review desk. Errors are problem+json."));
    }

    @Bean
    ModelConverter requiredUnlessNullable() {
        return new RequiredComponents();
    }

    private static final class RequiredComponents implements ModelConverter {

        @Override
        public @Nullable Schema<?> resolve(
                AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
            Schema<?> schema = chain.hasNext() ? chain.next().resolve(type, context, chain) : null;
            Class<?> raw = Json.mapper().constructType(type.getType()).getRawClass();
            if (schema != null && raw.isRecord()) {
                Schema<?> defined = context.getDefinedModels().getOrDefault(raw.getSimpleName(), schema);
                if (defined.getProperties() != null) {
                    defined.setRequired(required(raw));
                }
            }
            return schema;
        }

        private static List<String> required(Class<?> raw) {
            return Arrays.stream(raw.getRecordComponents())
                    .filter(c -> !c.getAnnotatedType().isAnnotationPresent(Nullable.class))
                    .map(RecordComponent::getName)
                    .toList();
        }
    }
}
