package app.yarrowmark.server.pages;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.TimeUnit;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Serves the built pages: the device page under {@code /d}, the reviewer's app everywhere else. */
@Controller
@Hidden
class PageController implements WebMvcConfigurer {

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(
                        CacheControl.maxAge(365, TimeUnit.DAYS).cachePublic().immutable());
        registry.addResourceHandler("/favicon.svg")
                .addResourceLocations("classpath:/static/")
                .setCacheControl(CacheControl.noCache());
    }

    @GetMapping({"/d", "/d/{code}"})
    ResponseEntity<Resource> devicePage() {
        return page("device.html");
    }

    @GetMapping({"/api/docs"})
    ResponseEntity<Resource> apiPage() {
        return page("docs.html");
    }

    @GetMapping({
        "/",
        "/{first:(?!api$|actuator$|assets$|read$)[^.]*}",
        "/{first:(?!api$|actuator$|assets$|d$|read$)[^.]*}/{*rest}"
    })
    ResponseEntity<Resource> app(HttpServletResponse response) throws IOException {
        return page("index.html");
    }

    private static ResponseEntity<Resource> page(String name) {
        Resource file = new ClassPathResource("static/" + name);
        if (!file.exists()) {
            return ResponseEntity.status(HttpStatus.NOT_FOUND).build();
        }
        return ResponseEntity.ok()
                .contentType(MediaType.TEXT_HTML)
                .cacheControl(CacheControl.noCache())
                .body(file);
    }
}
