package app.yarrowmark.server.api;

import app.yarrowmark.core.Maps;
import app.yarrowmark.server.catalogue.DeviceKind;
import app.yarrowmark.server.lists.Lists;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.Components;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.headers.Header;
import io.swagger.v3.oas.models.info.Contact;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.ArraySchema;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.Parameter;
import io.swagger.v3.oas.models.parameters.QueryParameter;
import io.swagger.v3.oas.models.responses.ApiResponse;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.customizers.GlobalOpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;

/**
 * The OpenAPI document: every component of a record is required unless it is marked nullable, and each kind of a sealed
 * interface is an object of its own, told by the value of one property.
 */
@Configuration
class ApiDescription {

    private static final String KINDS = "x-kinds";
    private static final String TOKEN = "token";
    private static final String SESSION = "session";

    static {
        // A text, not an object of parts.
        SpringDocUtils.getConfig().replaceWithClass(DeviceKind.class, String.class);
        SpringDocUtils.getConfig().addSimpleTypesForParameterObject(DeviceKind.class);
    }

    @Bean
    OpenAPI document() {
        return new OpenAPI()
                .info(new Info()
                        .title("Yarrowmark")
                        .version("1")
                        .contact(new Contact().name("Whoever keeps this desk"))
                        .description("Runs, scores and standings of a review desk. Errors are problem+json."))
                .components(new Components()
                        .addSecuritySchemes(
                                TOKEN,
                                new SecurityScheme()
                                        .type(SecurityScheme.Type.HTTP)
                                        .scheme("bearer")
                                        .description("A token of a script, made in the page or by ./yarrowmark token"))
                        .addSecuritySchemes(
                                SESSION,
                                new SecurityScheme()
                                        .type(SecurityScheme.Type.APIKEY)
                                        .in(SecurityScheme.In.COOKIE)
                                        .name("yarrowmark")
                                        .description(
                                                "A person who signed in; what changes something also needs the header"
                                                        + " X-XSRF-TOKEN with what the cookie XSRF-TOKEN holds")))
                .addSecurityItem(new SecurityRequirement().addList(TOKEN))
                .addSecurityItem(new SecurityRequirement().addList(SESSION));
    }

    /** Operations are called by their controller and method, so that each has a name of its own and says what it does. */
    @Bean
    OperationCustomizer names() {
        return (operation, method) -> {
            String type = method.getBeanType().getSimpleName().replace("Controller", "");
            String name = method.getMethod().getName();
            return operation.operationId(Character.toLowerCase(type.charAt(0))
                    + type.substring(1)
                    + Character.toUpperCase(name.charAt(0))
                    + name.substring(1));
        };
    }

    /** Every list can be asked for in pages and in another order, see {@link Lists}. */
    @Bean
    OperationCustomizer pagesOfLists() {
        return (operation, method) -> {
            if (method.hasMethodAnnotation(GetMapping.class) && Lists.answersList(method.getReturnType())) {
                operation.addParametersItem(whole("page", "0"));
                operation.addParametersItem(whole("size", "1")
                        .description("How many a page has, at most " + Lists.LARGEST + "; all are answered if absent"));
                operation.addParametersItem(new QueryParameter()
                        .name("sort")
                        .required(false)
                        .schema(new StringSchema())
                        .description("Fields to sort by, with - before one for the last first, such as kind,-year;"
                                + " as the summary says if absent"));
                operation.getResponses().values().forEach(ApiDescription::pageHeaders);
            }
            return operation;
        };
    }

    private static Parameter whole(String name, String least) {
        return new QueryParameter()
                .name(name)
                .required(false)
                .schema(new IntegerSchema().minimum(new BigDecimal(least)));
    }

    private static void pageHeaders(ApiResponse response) {
        response.addHeaderObject(
                Lists.TOTAL,
                new Header().description("How many there are in all").schema(new IntegerSchema()));
        response.addHeaderObject(
                HttpHeaders.LINK,
                new Header()
                        .description("Addresses of the next page and the one before, after RFC 8288")
                        .schema(new StringSchema()));
    }

    /** Whatever is refused is answered alike. */
    @Bean
    GlobalOpenApiCustomizer problems() {
        return document -> {
            document.getComponents().addSchemas("Problem", problem());
            ApiResponse refused = new ApiResponse()
                    .description("It was refused, or could not be done: why, in a sentence for people")
                    .content(new Content()
                            .addMediaType(
                                    "application/problem+json",
                                    new MediaType().schema(new Schema<>().$ref("#/components/schemas/Problem"))));
            document.getPaths()
                    .values()
                    .forEach(path -> path.readOperations()
                            .forEach(operation -> operation.getResponses().addApiResponse("default", refused)));
        };
    }

    /** What stands above the code is broken into lines there; here it is one. */
    @Bean
    GlobalOpenApiCustomizer linesJoined() {
        return document -> document.getComponents().getSchemas().values().forEach(ApiDescription::joined);
    }

    private static void joined(Schema<?> schema) {
        if (schema.getDescription() != null) {
            schema.setDescription(schema.getDescription().strip().replaceAll("\\s+", " "));
        }
        if (schema.getProperties() != null) {
            schema.getProperties().values().forEach(ApiDescription::joined);
        }
    }

    private static Schema<?> problem() {
        Schema<?> violation = new ObjectSchema()
                .addProperty(
                        "field", new StringSchema().description("place in what was sent, such as readings[0].text"))
                .addProperty("message", new StringSchema().description("what is wrong there"))
                .required(List.of("field", "message"));
        return new ObjectSchema()
                .description("Why something was refused, after RFC 9457")
                .addProperty("type", new StringSchema().description("about:blank"))
                .addProperty("title", new StringSchema().description("what the status is called"))
                .addProperty("status", new IntegerSchema().description("the status, such as 422"))
                .addProperty("detail", new StringSchema().description("what is wrong and how to mend it"))
                .addProperty("instance", new StringSchema().description("path that was asked"))
                .addProperty(
                        "violations",
                        new ArraySchema().items(violation).description("each field that is at fault, with status 422"))
                .addProperty(
                        "current",
                        new ObjectSchema()
                                .description("as it is kept now, where somebody else changed it: status 409"));
    }

    @Bean
    ModelConverter requiredUnlessNullable() {
        return new RequiredComponents();
    }

    /** Once all are known: who refers to a sealed interface refers to its kinds by then. */
    @Bean
    GlobalOpenApiCustomizer kindsOnTheirOwn() {
        return document -> {
            Map<String, Schema> all = document.getComponents().getSchemas();
            for (String name : List.copyOf(all.keySet())) {
                Schema<?> base = Maps.at(all, name);
                if (base.getExtensions() != null && base.getExtensions().get(KINDS) instanceof Map<?, ?> kinds) {
                    kinds.forEach((kind, value) -> onItsOwn(
                            Maps.at(all, String.valueOf(kind)),
                            base.getDiscriminator().getPropertyName(),
                            String.valueOf(value)));
                    all.remove(name);
                }
            }
        };
    }

    private static void onItsOwn(Schema<?> kind, String property, String value) {
        Map<String, Schema> properties = new LinkedHashMap<>();
        properties.put(property, new StringSchema()._enum(List.of(value)).description("Which kind it is"));
        kind.getAllOf().stream()
                .map(part -> (Schema<?>) part)
                .filter(part -> part.getProperties() != null)
                .forEach(part -> part.getProperties().forEach(properties::putIfAbsent));
        List<String> required = kind.getRequired() == null ? List.of() : kind.getRequired();
        kind.setAllOf(null);
        kind.setType("object");
        kind.setProperties(properties);
        kind.setRequired(
                Stream.concat(Stream.of(property), required.stream()).distinct().toList());
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
            JsonSubTypes kinds = raw.getAnnotation(JsonSubTypes.class);
            Schema<?> base = context.getDefinedModels().get(raw.getSimpleName());
            if (kinds != null && base != null) {
                base.addExtension(
                        KINDS,
                        Arrays.stream(kinds.value())
                                .collect(Collectors.toMap(k -> k.value().getSimpleName(), JsonSubTypes.Type::name)));
            }
            return schema;
        }

        private static List<String> required(Class<?> raw) {
            return Arrays.stream(raw.getRecordComponents())
                    .filter(c -> !c.getAnnotatedType().isAnnotationPresent(Nullable.class))
                    .flatMap(c -> c.getAccessor().isAnnotationPresent(JsonUnwrapped.class)
                            ? required(c.getType()).stream()
                            : Stream.of(c.getName()))
                    .toList();
        }
    }
}
